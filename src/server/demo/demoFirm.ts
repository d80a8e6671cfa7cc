import { type Firm, NEW_FIRM } from "@/core/report/firm";

/** The invented firm of the demonstration, with the rates that a first figure starts from. */
export const DEMO_FIRM: Firm = {
  ...NEW_FIRM,
  name: "Sonnhang Array Service",
  address: "Bahngrund 4, Bahngrund",
  phone: "+00 555 0142",
  email: "office@sonnhang.example",
  registration: "Registered for electrical work in the district, no. 0142",
};
