import type { DemoSite } from "./demoSite";
import { alpDairy } from "./stories/alpDairy";
import { chapelAnnex } from "./stories/chapelAnnex";
import { colRefuge } from "./stories/colRefuge";
import { coopStore } from "./stories/coopStore";
import { joinery } from "./stories/joinery";
import { lakeRack } from "./stories/lakeRack";
import { larchHouse } from "./stories/larchHouse";
import { meadowSchool } from "./stories/meadowSchool";
import { millCottage } from "./stories/millCottage";
import { steepBarn } from "./stories/steepBarn";
import { upperSchool } from "./stories/upperSchool";
import { weaverRow } from "./stories/weaverRow";
import { weirBarn } from "./stories/weirBarn";

/** An invented firm's sites in an invented alpine valley, each with a story. */
export const DEMO_SITES: readonly DemoSite[] = [
  larchHouse,
  weirBarn,
  meadowSchool,
  steepBarn,
  weaverRow,
  lakeRack,
  colRefuge,
  joinery,
  alpDairy,
  upperSchool,
  chapelAnnex,
  coopStore,
  millCottage,
];
