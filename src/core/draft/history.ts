/** Steps that can be taken back and made again. */
export interface History<State> {
  past: readonly State[];
  present: State;
  future: readonly State[];
  /** What the last step was about: typing on in the same field is one step. */
  about: string | null;
}

/** So many steps are kept. */
const MOST_STEPS = 200;

export function historyOf<State>(present: State): History<State> {
  return { past: [], present, future: [], about: null };
}

/** A step; one about the same thing as the last one goes on with it. @param about null where each step stands alone */
export function step<State>(
  { past, present, future, about: last }: History<State>,
  next: State,
  about: string | null = null,
): History<State> {
  if (next === present) return { past, present, future, about: last };
  const goesOn = about !== null && about === last && past.length > 0;
  return { past: goesOn ? past : [...past, present].slice(-MOST_STEPS), present: next, future: [], about };
}

export function undone<State>({ past, present, future }: History<State>): History<State> {
  const before = past.at(-1);
  return before === undefined ? historyWith(past, present, future) : historyWith(past.slice(0, -1), before, [present, ...future]);
}

export function redone<State>({ past, present, future }: History<State>): History<State> {
  const [next, ...rest] = future;
  return next === undefined ? historyWith(past, present, future) : historyWith([...past, present], next, rest);
}

function historyWith<State>(past: readonly State[], present: State, future: readonly State[]): History<State> {
  return { past, present, future, about: null };
}
