/** What stands in a cell where there is no value, in lower case. */
const WORDS = new Set(
  [
    ["", "-", "--", "---", "–", "—", ".", "..", "...", "?", "*", "x", "/", "\\n"],
    ["na", "n/a", "n.a.", "nan", "null", "nil", "none", "nodata", "no data", "no value", "missing", "invalid", "void", "undefined"],
    ["#n/a", "#na", "#nv", "#div/0!", "#value!", "#wert!", "#bezug!", "#ref!", "#num!", "#zahl!", "#name?", "#null!"],
    ["k.a.", "k. a.", "n/v", "n.v.", "fehlt", "keine daten", "kein wert", "ungültig"],
    ["nd", "n.d.", "n/d", "nc", "s/o", "manquant", "mancante", "non disponibile", "sin datos"],
    [
      "inf",
      "-inf",
      "+inf",
      "infinity",
      "-infinity",
      "-nan",
      "+nan",
      "1.#qnan",
      "-1.#ind",
      "off",
      "offline",
      "err",
      "error",
      "bad",
      "fault",
    ],
  ].flat(),
);

/** Whether a cell says that there is no value. @param cell trimmed */
export function isMissing(cell: string): boolean {
  return cell.length <= 16 && WORDS.has(cell.toLowerCase());
}
