const CURRENCIES = new Set(Intl.supportedValuesOf("currency"));

/** Whether a code names a currency (ISO 4217), in either case. */
export function isCurrency(code: string): boolean {
  return CURRENCIES.has(code.toUpperCase());
}

/** Whether a name is one of the IANA time zones. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat("en", { timeZone: name });
    return true;
  } catch {
    return false;
  }
}
