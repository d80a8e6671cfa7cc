// Loads the demonstration once before the browser tests begin: each of their workers copies it.
import { demoData } from "./serveForTests.mjs";

export default function loadOnce() {
  demoData();
}
