/** Beginnings of months' names in the languages of loggers, without accents: English, German, French, Italian, Spanish, Dutch. */
const MONTHS: readonly (readonly string[])[] = [
  ["jan", "jan", "janv", "gen", "ene", "jaen"],
  ["feb", "fev", "febb"],
  ["mar", "maer", "mrz", "mrt", "maa"],
  ["apr", "avr", "abr"],
  ["may", "mai", "mag", "mei", "mayo"],
  ["jun", "juin", "giu"],
  ["jul", "juil", "lug"],
  ["aug", "aou", "ago"],
  ["sep", "set"],
  ["oct", "okt", "ott"],
  ["nov"],
  ["dec", "dez", "dic"],
];

/** Number of the month that a word names, 1 to 12; 0 where it names none. */
export function monthOf(word: string): number {
  const plain = withoutAccents(word).toLowerCase();
  if (plain.length < 3) return 0;
  let found = { month: 0, length: 0 };
  MONTHS.forEach((names, k) => {
    for (const name of names) if (plain.startsWith(name) && name.length > found.length) found = { month: k + 1, length: name.length };
  });
  return found.month;
}

/** Letters without their accents: "März" is "Marz", "août" "aout", "ß" "ss". */
export function withoutAccents(text: string): string {
  return text
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "")
    .replaceAll("ß", "ss");
}
