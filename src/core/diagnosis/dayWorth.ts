/** Where there is no tariff, what a kilowatt-hour counts in an order of sites alone: between what is fed in and what is bought. */
const WORTH_WITHOUT_TARIFF = 0.15;

/** What a site loses a day, for an order of sites; less than nothing where it isn't known. */
export function dayWorth({ moneyPerDay, lossKwhPerDay }: { moneyPerDay: number | null; lossKwhPerDay: number | null }): number {
  return moneyPerDay ?? (lossKwhPerDay === null ? -1 : WORTH_WITHOUT_TARIFF * lossKwhPerDay);
}
