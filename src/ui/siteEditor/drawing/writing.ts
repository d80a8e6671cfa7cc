/** Writing on a canvas, which knows no tokens. */
export const SANS = "Atkinson Hyperlegible Next Variable, sans-serif";
export const MONO = "Atkinson Hyperlegible Mono Variable, monospace";
/** Px. */
export const WRITING = 12;
