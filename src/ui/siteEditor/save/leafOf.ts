/** The leaves of the editor, in the order of the work. */
export const EDITOR_LEAVES = [
  { id: "place", title: "Place" },
  { id: "modules", title: "Modules" },
  { id: "roof", title: "Roof" },
  { id: "wiring", title: "Wiring" },
  { id: "sky", title: "Sky" },
  { id: "save", title: "Save" },
] as const;

/** The leaf on which a key of the site file is typed. */
export function leafOf(key: string): (typeof EDITOR_LEAVES)[number] {
  const id = /^planes\.\d+\.(horizon|obstacles|eastM|northM)/.test(key)
    ? "sky"
    : key.startsWith("planes")
      ? "roof"
      : key.startsWith("moduleTypes")
        ? "modules"
        : key.startsWith("strings") || key.startsWith("inverters")
          ? "wiring"
          : "place";
  return EDITOR_LEAVES.find((leaf) => leaf.id === id) ?? EDITOR_LEAVES[0];
}
