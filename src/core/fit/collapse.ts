import type { Layer } from "./layers";

/**
 * Layers that act alike made one: shares are multiplied, caps take the lower, covers the higher. The output under them is the same, and sooner worked out.
 */
export function collapse(layers: readonly Layer[]): Layer[] {
  const out = new Map<string, Layer>();
  for (const layer of layers) {
    const { unit, strings } = layer;
    // What the sensor says wrong acts on the output as DC power does; who has to tell them apart doesn't collapse.
    const stage = layer.stage === "light" ? "dc" : layer.stage;
    const key = `${unit} ${stage} ${strings ? [...strings].sort().join() : ""}`;
    const same = out.get(key);
    if (!same) {
      out.set(key, { ...layer, stage });
      continue;
    }
    const { values } = layer;
    out.set(key, {
      ...same,
      values: same.values.map((value, p) =>
        stage === "limit" ? Math.min(value, values[p]) : stage === "cover" ? Math.max(value, values[p]) : value * values[p],
      ),
    });
  }
  return [...out.values()];
}
