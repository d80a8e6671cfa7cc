/**
 * Words over columns, in small letters and without accents: English, German, French, Italian, Spanish. A word that ends with "*" stands for
 * all that begin with it, one that begins with it for all that end with it.
 */
export const WORDS = {
  power: ["power", "leistung", "*leistung", "puissance", "potenza", "potencia", "p", "watt", "watts", "wirkleistung", "output", "load"],
  energy: ["energy", "energie", "energia", "*energie", "ertrag", "*ertrag", "yield", "arbeit", "e", "wh", "kwh", "generation", "generated", "production", "produktion", "produzione", "produccion", "erzeugung", "stromerzeugung", "produced", "erzeugt"],
  voltage: ["voltage", "spannung", "*spannung", "tension", "tensione", "volt", "volts", "u", "v", "voltaje"],
  current: ["current", "strom", "*strom", "courant", "corrente", "corriente", "amp", "amps", "ampere", "i", "intensite"],
  temperature: ["temperature", "temperatur", "*temperatur", "temp", "temperatura", "t", "temps"],
  irradiance: ["irradiance", "irradiation", "irradiancia", "einstrahlung*", "strahlung", "*strahlung", "radiation", "solar", "rayonnement", "irraggiamento", "radiacion", "insolation", "g", "ghi", "pyranometer", "globalstrahlung", "sunlight", "sonneneinstrahlung"],
  direct: ["dni", "direct", "direkt", "direktstrahlung", "beam", "bni", "diretta"],
  diffuse: ["dhi", "diffuse", "diffus", "diffusstrahlung", "diffusa"],
  global: ["ghi", "global", "globale", "horizontal", "horizontale", "globalstrahlung", "orizzontale"],
  inPlane: ["poa", "gti", "tilted", "geneigt*", "modulebene", "plane", "inclined", "inclinee", "inclinato", "array", "ebene", "generatorebene", "plan", "piano"],
  illuminance: ["illuminance", "lux", "brightness", "helligkeit", "beleuchtungsstarke", "beleuchtungsstaerke", "eclairement", "illuminamento"],
  wind: ["wind", "windspeed", "windgeschwindigkeit", "vent", "vento", "viento", "ws"],
  gust: ["gust", "gusts", "boe", "boen", "boeen", "rafale", "raffica", "spitze"],
  direction: ["direction", "richtung", "windrichtung", "wd", "dir", "direzione"],
  rain: ["rain", "rainfall", "regen", "niederschlag*", "precipitation", "precip", "pluie", "precipitations", "pioggia", "precipitazione", "lluvia", "regenmenge"],
  snow: ["snow", "schnee", "schneehohe", "schneehoehe", "neige", "neve", "nieve", "snowdepth"],
  humidity: ["humidity", "feuchte", "luftfeuchte", "luftfeuchtigkeit", "rh", "humidite", "umidita", "humedad", "dew", "taupunkt"],
  ac: ["ac", "grid", "netz", "netzseitig", "reseau", "rete", "red", "wechselstrom", "einspeise"],
  dc: ["dc", "gleichstrom", "array", "generator", "string", "strang"],
  pv: ["pv", "photovoltaic", "photovoltaik", "photovoltaique", "fotovoltaico"],
  ambient: ["ambient", "air", "outside", "outdoor", "umgebung*", "aussen*", "luft*", "amb", "exterieur*", "exterieure", "aria", "ambiente", "esterna", "umgebungstemperatur", "lufttemperatur", "aussentemperatur"],
  module: ["module", "modul", "modules", "panel", "panels", "cell", "cells", "back", "zell*", "modultemperatur", "mod", "moduli", "modulo", "panneau"],
  inside: ["inverter", "internal", "inside", "heatsink", "heat", "case", "gerat", "geraet", "innen*", "intern", "interne", "interna", "gehause", "gehaeuse", "wechselrichter", "wr", "igbt", "device", "geratetemperatur", "geraetetemperatur", "kuhlkorper"],
  battery: ["battery", "batterie", "batteria", "bateria", "soc", "speicher", "akku", "storage", "ladezustand", "ladestand", "bms"],
  charge: ["soc", "charge", "ladezustand", "ladestand", "level", "state"],
  meter: ["meter", "zahler", "zaehler", "compteur", "contatore", "contador", "zahlerstand", "zaehlerstand", "counter", "reading", "smartmeter"],
  counter: ["total", "totals", "lifetime", "gesamt*", "cumulative", "cumulated", "kumuliert", "kumulativ", "zahlerstand", "zaehlerstand", "counter", "reading", "totale", "cumule", "index", "accumulated", "totalizer", "cum", "gesamtertrag"],
  daily: ["today", "daily", "day", "tag", "tages*", "heute", "jour", "journalier", "giornaliera", "giorno", "oggi", "tagesertrag", "hoy", "diaria"],
  consumed: ["consumption", "consumed", "verbrauch", "*verbrauch", "load", "last", "import", "imported", "bezug", "netzbezug", "purchase", "purchased", "consommation", "consumo", "consumi", "house", "haus", "eigenverbrauch", "usage", "self", "prelievo", "soutirage"],
  fedIn: ["export", "exported", "einspeisung", "netzeinspeisung", "feed", "feedin", "injection", "immissione", "sold", "surplus", "uberschuss", "ueberschuss"],
  least: ["min", "minimum", "minimal"],
  most: ["max", "maximum", "peak", "maximal", "spitzenleistung"],
  spread: ["std", "stdev", "stddev", "deviation", "sigma"],
  other: ["frequency", "frequenz", "hz", "fac", "cos", "phi", "cosphi", "reactive", "blindleistung", "apparent", "scheinleistung", "thd", "efficiency", "wirkungsgrad", "pr", "ratio", "insulation", "isolation", "riso", "resistance", "status", "state", "code", "error", "fehler", "hours", "betriebsstunden", "pressure", "luftdruck", "druck", "co", "revenue", "erlos", "money", "price", "phase", "setpoint", "sollwert", "limit", "forecast", "prognose", "expected", "theoretical", "soll", "specific", "spezifisch*", "id", "nummer", "signal", "rssi", "weekday", "wochentag", "uv", "cloud", "clouds", "bewolkung", "visibility"],
} as const satisfies Record<string, readonly string[]>;

export type WordClass = keyof typeof WORDS;

/** Words that name a kind of part, with a number or a letter behind them. */
export const PART_WORDS = {
  inverter: ["inverter", "inv", "wechselrichter", "wr", "onduleur", "ond", "convertitore", "inversor", "umrichter", "device", "gerat", "geraet", "ger", "apparat"],
  string: ["string", "str", "strang", "chaine", "stringa", "s", "cadena", "strings"],
  tracker: ["mppt", "mpp", "tracker", "input", "eingang", "pv", "dc", "entree", "ingresso", "canal", "channel", "array", "mpptracker", "u", "i", "p", "udc", "idc"],
  module: ["module", "modul", "panel", "optimizer", "optimiser", "optimierer", "opt", "micro", "mi", "panneau", "modulo", "pannello", "converter", "place", "mod", "branch"],
  meter: ["meter", "zahler", "zaehler", "compteur", "contatore", "m"],
  plane: ["plane", "roof", "dach", "flache", "flaeche", "ebene", "field", "feld", "sensor", "plan", "toit", "tetto"],
} as const;

export type PartKind = keyof typeof PART_WORDS;

const exact = new Map<string, WordClass[]>();
const patterns: { test: (word: string) => boolean; of: WordClass }[] = [];
for (const [of, words] of Object.entries(WORDS) as [WordClass, readonly string[]][])
  for (const word of words) {
    if (word.startsWith("*")) patterns.push({ test: (text) => text.length >= word.length && text.endsWith(word.slice(1)), of });
    else if (word.endsWith("*")) patterns.push({ test: (text) => text.startsWith(word.slice(0, -1)), of });
    else exact.set(word, [...(exact.get(word) ?? []), of]);
  }

/** What a word over a column can say. */
export function classesOf(word: string): WordClass[] {
  return [...(exact.get(word) ?? []), ...patterns.filter(({ test }) => test(word)).map(({ of }) => of)];
}
