import sharp from "sharp";
import { isolatorPicture } from "../demoPicture";

/** Stand-ins for field photos, drawn: nothing in them is anybody's plant. */
export const DEMO_PICTURES = ["isolator", "crack", "overhang", "needles", "hanging", "lifted", "stain", "rust"] as const;
export type DemoPicture = (typeof DEMO_PICTURES)[number];

const [W, H] = [1200, 900] as const;
const CELL = 150;

/** Cells of a module as they fill the picture. */
const cells = Array.from({ length: 48 }, (_, k) => {
  const [x, y] = [(k % 8) * CELL, Math.floor(k / 8) * CELL];
  return `<rect x="${x + 4}" y="${y + 4}" width="${CELL - 8}" height="${CELL - 8}" rx="10" fill="#1d2b45"/>${[38, 76, 114].map((dx) => `<rect x="${x + dx}" y="${y + 4}" width="3" height="${CELL - 8}" fill="#9aa7b8"/>`).join("")}`;
}).join("");

/** Tiles, course by course. */
const tiles = Array.from({ length: 9 }, (_, row) =>
  Array.from(
    { length: 11 },
    (__, k) =>
      `<path d="M${k * 120 - (row % 2) * 60} ${row * 110} h116 v92 q-58 26 -116 0 Z" fill="${(row + k) % 3 === 0 ? "#a5573a" : "#96502f"}"/>`,
  ).join(""),
).join("");

const SCENES: Record<Exclude<DemoPicture, "isolator">, string> = {
  crack: `<rect width="${W}" height="${H}" fill="#dfe3e6"/>${cells}<g stroke="#eef2f5" stroke-width="3" fill="none"><path d="M740 330 L360 60 M740 330 L1150 120 M740 330 L1020 760 M740 330 L520 860 M740 330 L240 480"/><path d="M600 230 L640 470 L860 500 L900 260 Z"/><path d="M480 150 L520 560 L980 640 L1040 190 Z"/></g>`,
  overhang: `<rect width="${W}" height="${H}" fill="#b9c6d2"/>${tiles}<rect x="0" y="360" width="1120" height="46" fill="#c4c9cd"/><rect x="0" y="360" width="1120" height="10" fill="#e8ebee"/><rect x="440" y="400" width="70" height="150" fill="#8c9399"/><rect x="0" y="120" width="900" height="245" fill="#1d2b45" stroke="#c4c9cd" stroke-width="10"/><rect x="1060" y="356" width="60" height="54" fill="#2b2b2b"/>`,
  needles: `<rect width="${W}" height="${H}" fill="#96502f"/>${tiles}<rect x="0" y="520" width="${W}" height="44" fill="#c4c9cd"/>${Array.from({ length: 420 }, (_, k) => `<path d="M${(k * 97) % W} ${380 + ((k * 53) % 150)} l${((k * 31) % 40) - 20} ${((k * 17) % 24) - 12}" stroke="${k % 3 === 0 ? "#5b4a26" : "#6d5d33"}" stroke-width="5"/>`).join("")}`,
  hanging: `<rect width="${W}" height="${H}" fill="#8f6b52"/>${tiles}<rect x="0" y="0" width="${W}" height="230" fill="#1b1f24"/><rect x="0" y="226" width="${W}" height="26" fill="#c4c9cd"/><g fill="none" stroke="#151515" stroke-width="14"><path d="M120 250 C 300 720, 620 760, 700 250"/><path d="M700 250 C 780 560, 980 600, 1080 250"/></g><rect x="430" y="600" width="110" height="34" rx="8" fill="#222"/>`,
  lifted: `<rect width="${W}" height="${H}" fill="#b9c6d2"/>${tiles}<g transform="rotate(-7 600 400)"><rect x="120" y="160" width="520" height="430" fill="#1d2b45" stroke="#c4c9cd" stroke-width="14"/></g><rect x="660" y="190" width="520" height="430" fill="#1d2b45" stroke="#c4c9cd" stroke-width="14"/><rect x="626" y="330" width="50" height="30" fill="#8c9399"/>`,
  stain: `<rect width="${W}" height="${H}" fill="#b08a5c"/>${Array.from({ length: 8 }, (_, k) => `<rect x="${k * 160}" y="0" width="152" height="${H}" fill="${k % 2 ? "#b99263" : "#a98357"}"/>`).join("")}<path d="M520 0 C 500 220, 430 300, 470 520 C 500 700, 640 760, 760 620 C 860 480, 700 260, 690 0 Z" fill="#5f4425" opacity="0.75"/><path d="M560 0 C 560 180, 520 320, 560 470 C 590 560, 660 560, 690 470 C 720 360, 650 180, 650 0 Z" fill="#3f2d19" opacity="0.7"/>`,
  rust: `<rect width="${W}" height="${H}" fill="#7b8f5b"/><rect x="0" y="620" width="${W}" height="280" fill="#5c4a33"/><rect x="500" y="0" width="200" height="900" fill="#a7adb2"/><path d="M500 560 h200 v130 q-40 40 -100 20 q-60 30 -100 -20 Z" fill="#8a4a22"/><path d="M520 540 q40 -50 90 -10 q50 -40 80 20 v60 h-170 Z" fill="#9c5a2c"/>`,
};

/** A picture of the demonstration, JPEG. */
export async function demoPicture(name: DemoPicture): Promise<Buffer> {
  if (name === "isolator") return isolatorPicture();
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}" viewBox="0 0 ${W} ${H}">${SCENES[name]}</svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 82 }).toBuffer();
}
