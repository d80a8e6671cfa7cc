import { z } from "zod";
import { isCurrency } from "../site/names";
import { TRADES, type Trade } from "../work/works";

const TRADE_IDS = Object.keys(TRADES) as Trade[];
const line = (most = 200) => z.string().trim().max(most);
const rate = z.number().min(0).max(1_000_000);

/** Usual rates of an alpine valley, €/h without tax; a firm that was kept before a trade was known has its usual one. */
const USUAL_RATES: Record<Trade, number> = { technician: 68, electrician: 84, roofer: 76, engineer: 115 };

/** The firm that a report is from, and what its work costs. */
export const firmSchema = z.strictObject({
  name: line(),
  address: line(400),
  phone: line(60),
  email: line(),
  /** Registration or licence, as local rules ask for it on a report. */
  registration: line(),
  currency: z.string().refine(isCurrency, "an ISO 4217 code like EUR"),
  /** An hour of each trade, without tax. */
  ratePerHour: z.object(
    Object.fromEntries(TRADE_IDS.map((trade) => [trade, rate.default(USUAL_RATES[trade])])) as Record<Trade, z.ZodDefault<typeof rate>>,
  ),
  /** The way there and back, once a visit. */
  callOut: rate,
  /** What a part that is listed at one euro costs you, in your currency. */
  partsFactor: z.number().gt(0).max(100_000),
});

export type Firm = z.infer<typeof firmSchema>;

/** Before anyone has named the firm: usual rates of an alpine valley, without tax, for a first figure. */
export const NEW_FIRM: Firm = {
  ...{ name: "", address: "", phone: "", email: "", registration: "", currency: "EUR" },
  ratePerHour: USUAL_RATES,
  callOut: 85,
  partsFactor: 1,
};
