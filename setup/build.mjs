// `npm run build`: packages, bundles and the web application, each only where something has changed.
import { checkNode, ensureBuild, ensureModules } from "./steps.mjs";

checkNode();
ensureModules();
await ensureBuild();
