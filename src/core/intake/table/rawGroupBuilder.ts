import { isMissing } from "../cells/missing";
import { type DecimalMark, readNumber, tellDecimal } from "../cells/number";
import { inBase, type Unit, unitOf } from "../columns/units";
import { DATE_ORDERS, type DateOrder } from "../time/dateText";
import { Growing } from "./growing";
import type { RawColumn, RawGroup } from "./rawTable";

interface Building {
  name: string;
  values: Growing;
  cellUnit: Unit | null;
  bad: RawColumn["bad"];
  badCount: number;
}

/** The decimal mark of a table, and whether its numbers have told it yet; one for all its groups. */
export interface DecimalChoice {
  decimal: DecimalMark;
  told: boolean;
}

/** Gathers the rows of one group. */
export class RawGroupBuilder {
  private readonly times = new Map<DateOrder, Growing>(DATE_ORDERS.map((order) => [order, new Growing()]));
  private readonly lines = new Growing();
  private readonly columns: Building[];

  constructor(
    readonly key: string,
    names: readonly string[],
    private readonly mark: DecimalChoice,
  ) {
    this.columns = names.map((name) => ({ name, values: new Growing(), cellUnit: null, bad: null, badCount: 0 }));
  }

  get rows(): number {
    return this.lines.length;
  }

  /** Begins a row at a time; its values follow by `value`. @param day in each order, days since 1970; @param restMs added to it */
  begin(day: Record<DateOrder, number>, restMs: number, dayMs: number, line: number, alive: readonly DateOrder[]): void {
    for (const order of alive) this.times.get(order)?.push(day[order] * dayMs + restMs);
    this.lines.push(line);
  }

  /** The value of a column in the row that was begun. */
  value(column: number, cell: string, line: number): void {
    const own = this.columns[column];
    own.values.push(cell === "" ? Number.NaN : this.number(own, cell, line));
  }

  private number(own: Building, cell: string, line: number): number {
    const value = this.read(cell);
    if (!Number.isNaN(value) || isMissing(cell)) return value;
    const dressed = /^(.*\d[.,]?)\s*([^\d\s][^\d]*(?:\d)?)$/.exec(cell);
    const unit = dressed && unitOf(dressed[2]);
    const bare = dressed && unit ? this.read(dressed[1].trim()) : Number.NaN;
    if (unit && !Number.isNaN(bare) && (own.cellUnit === null || own.cellUnit.dimension === unit.dimension)) {
      own.cellUnit ??= unit;
      return inBase(bare, unit);
    }
    own.bad ??= { line, text: cell };
    own.badCount++;
    return Number.NaN;
  }

  /** A number with the table's decimal mark; a table that began with whole numbers may settle its mark yet. */
  private read(cell: string): number {
    const value = readNumber(cell, this.mark.decimal);
    if (this.mark.told || !/[.,]/.test(cell)) return value;
    if (!Number.isNaN(value)) {
      this.mark.told = tellDecimal([cell]) !== null;
      return value;
    }
    const other = this.mark.decimal === "," ? "." : ",";
    const read = readNumber(cell, other);
    if (!Number.isNaN(read)) Object.assign(this.mark, { decimal: other, told: true });
    return read;
  }

  taken(alive: readonly DateOrder[]): RawGroup {
    return {
      key: this.key,
      times: new Map(alive.map((order) => [order, (this.times.get(order) as Growing).taken()])),
      lines: this.lines.taken(),
      columns: this.columns.map(({ values, ...rest }) => ({ ...rest, values: values.taken() })),
    };
  }
}
