import { z } from "zod";

/** Acceleration of free fall, m/s², as the public format has it. */
export const GRAVITY_MS2 = 9.81;

/** What a sum gives, without the parts that are the same for all of its kind. */
export interface Worked {
  /** Not rounded; null where there is no such value. */
  values: Record<string, number | string | null>;
  /** Whether it holds; null where there is nothing to hold. */
  ok: boolean | null;
  reasons: string[];
  cautions: string[];
}

/** What people call an input or a value, and its unit ("" where it has none). */
export interface QuantityWords {
  label: string;
  unit: string;
  /** Of an input that isn't a number: what it may be. */
  choices?: readonly string[];
  /** Of an input of which any number of choices may hold. */
  many?: true;
  /** Of a list: what stands in each of its lines, by key, in this order. */
  rows?: readonly { key: string; label: string }[];
  /** An input that is true or false. */
  yesNo?: true;
}

/** A kind of sum: what goes in, how it is worked out, what comes out. */
export interface SumKind<Kind extends string = string, Shape extends z.ZodRawShape = z.ZodRawShape> {
  kind: Kind;
  /** As people call it. */
  title: string;
  shape: Shape;
  /** What inputs have to be to each other. */
  rules?: Rule<z.output<z.ZodObject<Shape>>>[];
  inputs: Record<keyof Shape & string, QuantityWords>;
  outputs: Record<string, QuantityWords>;
  formula: string;
  /** Standard, or author and year, or the argument. */
  source: string;
  work(inputs: z.output<z.ZodObject<Shape>>): Worked;
}

/** One thing that inputs have to be to each other, told at the key that is to be changed. */
interface Rule<Inputs> {
  key: keyof Inputs & string;
  expected: string;
  holds(inputs: Inputs): boolean;
}

/** Declares a kind of sum, so that its inputs have their types. */
export function defineSum<const Kind extends string, Shape extends z.ZodRawShape>(sum: SumKind<Kind, Shape>): SumKind<Kind, Shape> {
  return sum;
}

/** The schema of a kind's file, `irradant-sum/1`. */
export function schemaOf<Kind extends string, Shape extends z.ZodRawShape>({ kind, shape, rules = [] }: SumKind<Kind, Shape>) {
  const object = z.looseObject({ format: z.literal("irradant-sum/1"), kind: z.literal(kind), ...shape });
  return object.superRefine((inputs, context) => {
    for (const { key, expected, holds } of rules)
      if (!holds(inputs as z.output<z.ZodObject<Shape>>)) context.addIssue({ code: "custom", path: [key], message: expected });
  });
}

/** A share of a limit under which a difference is one of arithmetic, not of the thing. */
const NO_DIFFERENCE = 1e-9;

/** Whether a value is not over its limit: equal holds. */
export function within(value: number, limit: number): boolean {
  return value - limit <= NO_DIFFERENCE * Math.abs(limit);
}

/** Whether a value is over a limit: equal is not. */
export function over(value: number, limit: number): boolean {
  return !within(value, limit);
}
