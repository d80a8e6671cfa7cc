/** What cells look like, and in which years modules with such cells were mostly made. */
export interface CellLook {
  id: string;
  words: string;
  fromYear: number;
  /** Null where they are still made. */
  toYear: number | null;
}

/**
 * Told by the ribbons along the cells, where the label is gone. Years by the shares of the market that the International Technology Roadmap for
 * Photovoltaic (editions 2011 to 2023) gives for each number of busbars and for half and third cells: a range, never a certainty.
 */
export const CELL_LOOKS: readonly CellLook[] = [
  { id: "two", words: "Two wide ribbons", fromYear: 1995, toYear: 2011 },
  { id: "three", words: "Three wide ribbons", fromYear: 2008, toYear: 2016 },
  { id: "five", words: "Four or five ribbons", fromYear: 2014, toYear: 2020 },
  { id: "fine", words: "Nine to twelve fine wires", fromYear: 2018, toYear: null },
  { id: "finest", words: "Sixteen fine wires or more, half or third cells", fromYear: 2021, toYear: null },
  { id: "blue", words: "Blue with crystals to be seen, two or three ribbons", fromYear: 1998, toYear: 2019 },
  { id: "none", words: "None to be seen from the front", fromYear: 2008, toYear: null },
];

/** "made about 2008 to 2016, told by its cells (three wide ribbons)". @param nowYear for those that are still made */
export function cellsWords({ words, fromYear, toYear }: CellLook, nowYear: number): string {
  return `made about ${fromYear} to ${toYear ?? nowYear}, told by its cells (${words.toLowerCase()})`;
}
