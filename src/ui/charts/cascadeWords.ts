import type { CascadeStage } from "@/core/expected/cascade";

/** What each stage of the cascade is, for people: its name, formula and source. */
export const CASCADE_WORDS: Record<Exclude<CascadeStage, "wiring-ac">, { name: string; formula: string; source: string }> = {
  sun: {
    name: "Sun on the planes, at nameplate",
    formula: "Σ G_plane,open · P₀ / 1000 W/m² · Δt",
    source: "Sun: Reda & Andreas 2004. Split: Erbs 1982. Tilted plane: Perez 1990. Ground: albedo, raised under snow (Oke 1987).",
  },
  skyline: {
    name: "Horizon and obstacles",
    formula: "beam and circumsolar blocked; sky diffuse × share of dome seen",
    source: "Horizon and obstacles of the site file, trees at their growth.",
  },
  glass: {
    name: "Glare off the glass",
    formula: "(1 − e^(−cos θ/a_r)) / (1 − e^(−1/a_r)), a_r = 0.16",
    source: "Martin & Ruiz 2001; sky and ground diffuse by their integrals.",
  },
  temperature: {
    name: "Cell temperature",
    formula: "1 + γ · (T_cell − 25 °C), T_cell = T_air + G/(u₀ + u₁·v)",
    source: "Faiman 2008, coefficients by mounting; γ from the data sheet. Cold cells give a gain.",
  },
  ageing: { name: "Ordinary ageing", formula: "1 − rate · years in service", source: "Rate and commissioning date of the site file." },
  mismatch: { name: "Mismatch of modules", formula: "1 − mismatchPct / 100", source: "Site file." },
  "wiring-dc": { name: "DC wiring", formula: "1 − wiringDcPct / 100", source: "Site file." },
  inverter: {
    name: "Inverter conversion",
    formula: "P_AC = P_DC · η(P_AC / rating), solved for P_AC",
    source: "Efficiency pairs of the data sheet; constant consumption below the first.",
  },
  start: { name: "Too little light to start", formula: "0 while P_DC < startW", source: "Start threshold of the site file. By design." },
  rating: { name: "Over the AC rating", formula: "min(P_AC, acRatedW)", source: "Rating of the site file. By design." },
};
