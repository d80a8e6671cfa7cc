import { describe, expect, it } from "vitest";
import { exampleSite } from "../../simulator/exampleSite";
import { channelOf } from "./channel";
import { readHeading } from "./heading";
import { readSense } from "./sense";
import { inBase, unitOf } from "./units";

describe("units", () => {
  it.each([
    ["kWh", "kWh"],
    ["KWH", "kWh"],
    ["mw", "MW"],
    ["mW", "mW"],
    ["W/m^2", "W/m²"],
    ["degC", "°C"],
    ["km/h", "km/h"],
    ["lux", "lx"],
    ["furlong", undefined],
  ])("%s", (text, name) => expect(unitOf(text)?.name).toBe(name));

  it("brings values to their base units", () => {
    const base = (value: number, unit: string) => inBase(value, unitOf(unit) as NonNullable<ReturnType<typeof unitOf>>);
    expect(base(1.25, "kW")).toBe(1250);
    expect(base(3.6, "MJ")).toBeCloseTo(1000, 9);
    expect(base(212, "°F")).toBeCloseTo(100, 9);
    expect(base(300, "K")).toBeCloseTo(26.85, 9);
    expect(base(36, "km/h")).toBeCloseTo(10, 9);
    // 1 J/cm² in an hour is 10 kJ/m², 2.778 Wh/m².
    expect(base(1, "J/cm²")).toBeCloseTo(2.7778, 4);
  });
});

describe("headings", () => {
  it.each([
    ["WR1 Leistung [kW]", "kW", ["wr", "1", "leistung"]],
    ["P_AC/kW", "kW", ["p", "ac"]],
    ["inverter_2.power_ac_kw", "kW", ["inverter", "2", "power", "ac"]],
    ["Energie in kWh", "kWh", ["energie"]],
    ["PDC1Power", undefined, ["p", "dc", "1", "power"]],
    ["Strang A", undefined, ["strang", "a"]],
    ["kWh", "kWh", []],
  ] as [string, string | undefined, string[]][])("%s", (text, unit, words) => {
    const heading = readHeading(text);
    expect(heading.unit?.name).toBe(unit);
    expect(heading.words).toEqual(words);
  });
});

/** Two inverters with two strings each, on trackers of their own. */
const site = exampleSite((own) => {
  own.planes.push({ ...own.planes[0], id: "east", azimuthDeg: 95 });
  const trackers = [{ id: "A" }, { id: "B" }];
  own.inverters = ["wr-haus", "wr-stall"].map((id) => ({ ...own.inverters[0], id, mppts: trackers }));
  const [first] = own.strings;
  own.strings = [1, 2, 3, 4].map((n) => ({
    ...first,
    id: `s${n}`,
    inverter: n <= 2 ? "wr-haus" : "wr-stall",
    mppt: n % 2 ? "A" : "B",
    plane: n <= 2 ? "south" : "east",
  }));
});

describe("places at the site", () => {
  it.each([
    ["WR Stall Leistung [kW]", "wr-stall.ac_w"],
    ["Inverter 2 AC power (W)", "wr-stall.ac_w"],
    ["Inverter 1 DC power (W)", "wr-haus.dc_w"],
    ["Onduleur 2 énergie [kWh]", "wr-stall.ac_w"],
    ["Puissance est [kW]", "meter.site.kwh"],
    ["East roof power (kW)", "wr-stall.ac_w"],
    ["String 3 current (A)", "s3.dc_a"],
    ["S4 Spannung [V]", "s4.dc_v"],
    ["Inverter 2 string 1 current (A)", "s3.dc_a"],
    ["WR2 MPPT B Strom [A]", "s4.dc_a"],
    ["Inverter 2 PV1 voltage (V)", "s3.dc_v"],
    ["s2.07 Wh", "s2.07.wh"],
    ["Module 2.7 energy (Wh)", "s2.07.wh"],
    ["Module 13 energy (Wh)", "s2.03.wh"],
    ["Total power (kW)", "meter.site.kwh"],
    ["Zähler 3 [kWh]", "meter.m3.kwh"],
    ["Meter reading (kWh)", "meter.main.kwh"],
    ["Battery SOC (%)", "battery.soc_pct"],
    ["Inverter 1 heatsink temperature (°C)", "wr-haus.temp_c"],
    ["Modultemperatur east [°C]", "t_module.east"],
    ["POA irradiance east (W/m2)", "poa.east"],
    ["Globalstrahlung [W/m²]", "ghi"],
    ["Außentemperatur [°C]", "t_air"],
    ["Wind speed (m/s)", "wind"],
    ["Wind m/s", "wind"],
    ["Battery SoC", "battery.soc_pct"],
    ["INV2_PAC", "wr-stall.ac_w"],
    ["kWh WR2", "wr-stall.ac_w"],
    ["Idc String 3", "s3.dc_a"],
    ["i_s4", "s4.dc_a"],
    ["Optimizer 1.3 [Wh]", "s1.03.wh"],
    ["Modul S2/7 Wh", "s2.07.wh"],
    ["wind_speed_kmh", "wind"],
    ["Helligkeit (klx)", "illuminance_lux"],
    ["Niederschlag [mm]", "rain_mm"],
    ["Schneehöhe [cm]", "snow_cm"],
  ])("%s is %s", (name, channel) => expect(channelOf(readSense(name, site), site)).toMatchObject({ channel }));

  it.each([
    ["AC voltage L1 (V)", /AC side/],
    ["Netzfrequenz [Hz]", /nothing that is compared/],
    ["Consumption (kWh)", /used or bought/],
    ["Netzeinspeisung [kWh]", /fed in/],
    ["Wind direction (°)", /wind comes from|nothing/],
    ["Humidity (%)", /damp/],
    ["Max power (W)", /least, most/],
    ["Inverter 1 current (A)", /sum of 2 strings/],
    ["String 9 current (A)", /doesn't have/],
    ["Battery power (W)", /battery/],
    ["Power factor", /nothing that is compared/],
    ["Remark", /no words or unit/],
  ])("%s is left out, and why", (name, why) => {
    const place = channelOf(readSense(name, site), site);
    expect(place.channel).toBeNull();
    expect((place as { why: string }).why).toMatch(why);
  });

  it("is unsure of a number that the site doesn't know", () => {
    expect(channelOf(readSense("Inverter 4 power (W)", exampleSite()), exampleSite())).toMatchObject({ channel: "inv1.ac_w", sure: false });
  });
});
