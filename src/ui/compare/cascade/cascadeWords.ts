import type { CascadeStage } from "@/core/expected/cascade";

/** What each stage of the cascade is, for people: its name, formula and source. */
export const CASCADE_WORDS: Record<CascadeStage, { name: string; formula: string; source: string }> = {
  sun: {
    name: "Sun on the planes, times nameplate power",
    formula: "Σ G_plane,open · P₀ / 1000 W/m² · Δt",
    source:
      "Sun: Reda & Andreas 2004. Split: Erbs 1982 and Engerer 2015. Tilted plane: Perez 1990. Ground: albedo, raised under snow (Oke 1987).",
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
  "low-light": {
    name: "Weak light",
    formula: "k(G) = P_mp(G, 25 °C) / (P₀ · G/1000)",
    source:
      "The module's single-diode curve, De Soto, Klein & Beckman 2006, fitted to its data sheet; low fill factors as Merten et al. 1998.",
  },
  temperature: {
    name: "Cell temperature",
    formula: "1 + γ(G) · (T_cell − 25 °C), T_cell = T_air + G/(u₀ + u₁·v)",
    source:
      "Faiman 2008 and King 2004, coefficients by mounting; γ of the data sheet in full sun, of the diode curve in weaker light. Cold cells give a gain.",
  },
  "uneven-light": {
    name: "Uneven light in strings",
    formula: "max V·ΣI over the strings of an input, against Σ of each part's own maximum",
    source:
      "Shade of near obstacles on each module: curves in series with bypass (Bishop 1988), strings in parallel, global maximum in the input's window.",
  },
  ageing: { name: "Ordinary ageing", formula: "1 − rate · years in service", source: "Rate and commissioning date of the site file." },
  mismatch: { name: "Mismatch of modules", formula: "1 − mismatchPct / 100", source: "Site file." },
  "wiring-dc": {
    name: "DC wiring",
    formula: "1 − wiringDcPct / 100, or I² · 2·l·ρ/A where the cable is given",
    source: "Site file; resistivity by IEC 60228:2004, conductor at 45 °C.",
  },
  inverter: {
    name: "Inverter conversion",
    formula: "P_AC = P_DC · η(P_AC / rating), solved for P_AC",
    source: "Efficiency pairs of the data sheet; constant consumption below the first.",
  },
  start: { name: "Too little light to start", formula: "0 while P_DC < startW", source: "Start threshold of the site file. By design." },
  heat: {
    name: "Cut back in heat",
    formula: "limit = rating · (1 − slope · (T_around − derateStartC))",
    source: "Site file; air round the inverter by its place. Slope 2.5 %/°C unless the file says another. By design.",
  },
  "export-limit": { name: "Export limit", formula: "min(Σ P_AC, exportLimitW)", source: "Site file. By design." },
  battery: {
    name: "Full battery",
    formula: "P ≤ load while the battery is full and no grid takes the rest",
    source: "Measured state of charge, else the balance of charge and the site's own load. By design.",
  },
  "wiring-ac": {
    name: "AC wiring to the meter",
    formula: "1 − wiringAcPct / 100, or I² · R where the cable is given",
    source: "Site file.",
  },
  night: { name: "Own use at night", formula: "Σ nightW · hours without output", source: "Site file." },
  rating: { name: "Over the AC rating", formula: "min(P_AC, acRatedW)", source: "Rating of the site file. By design." },
};
