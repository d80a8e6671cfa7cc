// Before the unit tests: workers and commands are bundled from what is there now, so that none runs an older one.
import { ensureBundles } from "./steps.mjs";

export const setup = () => ensureBundles();
