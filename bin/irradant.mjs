#!/usr/bin/env node
// The headless command. Makes itself ready on a fresh machine, then runs dist/irradant.mjs.
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { checkNode, ensureBundles, ensureModules, root } from "../setup/steps.mjs";

checkNode();
ensureModules({ quiet: true });
await ensureBundles();
await import(pathToFileURL(join(root, "dist", "irradant.mjs")).href);
