// The borders of docs/architecture.md. An arrow never points back up: a folder imports only from those above it in this list.
const CORE_ORDER = [
  ["constants", "random", "round", "errors"],
  ["work"],
  ["series", "causes", "changes"],
  ["sun"],
  ["sky", "survey"],
  ["sums"],
  ["site"],
  ["weather"],
  ["plane", "electrical"],
  ["losses", "design"],
  ["formats"],
  ["draft"],
  ["expected"],
  ["comparison", "intake"],
  ["corrections"],
  ["fit"],
  ["signatures"],
  ["causes-told"],
  ["inspection", "readings", "register"],
  ["practice"],
  ["evidence"],
  ["dayBook"],
  ["diagnosis"],
  ["report"],
  ["simulator"],
];

const tests = "\\.test\\.tsx?$";
// A cause's folder stands at two steps: what screens say of it is at the bottom, how it is told and made knows the fit.
const PARTS = {
  causes: "causes/([^/]+/about|(?!engines\\.)[^/]+)\\.ts$",
  "causes-told": "causes/([^/]+/(?!about\\.)[^/]+|engines)\\.ts$",
};
const core = (names) => (names.length > 0 ? `^src/core/(${names.map((name) => PARTS[name] ?? `${name}(/|\\.ts$)`).join("|")})` : "(?!)");

/** Each step of the core may not import from the steps after it, nor from its neighbours on the same step. */
const coreRules = CORE_ORDER.flatMap((step, k) => {
  const later = CORE_ORDER.slice(k + 1).flat();
  return step.map((name) => ({
    name: `core-${name}`,
    severity: "error",
    comment: `core/${name} imports only from the steps before it (see CORE_ORDER).`,
    from: { path: core([name]), pathNot: tests },
    to: {
      path: core([
        ...later,
        ...(name === "errors" || name === "round" || name === "constants" || name === "random"
          ? []
          : step.filter((other) => other !== name)),
      ]),
    },
  }));
});

module.exports = {
  forbidden: [
    {
      name: "no-cycle",
      severity: "error",
      comment: "Files that import each other can't be understood alone.",
      from: {},
      to: { circular: true },
    },
    {
      name: "no-orphan",
      severity: "error",
      comment: "Nothing imports it and it starts nothing: it can go.",
      from: {
        orphan: true,
        path: "^src/",
        pathNot: [
          tests,
          "^src/app/",
          "^src/front/serve\\.ts$",
          "^src/field/pages/serviceWorker\\.ts$",
          "^src/field/pictures/shrinkWorker\\.ts$",
          "^src/server/(work/worker|demo/loadDemo|findings/pictureProcess)\\.ts$",
          "\\.d\\.ts$",
          "/fixtures/",
        ],
      },
      to: {},
    },
    {
      name: "core-knows-its-steps",
      severity: "error",
      comment: "A new folder of the core takes its place in CORE_ORDER.",
      from: { path: "^src/core/", pathNot: [core(CORE_ORDER.flat()), tests] },
      to: {},
    },
    ...coreRules,
    {
      name: "core-below-all",
      severity: "error",
      comment: "The core imports nothing above it.",
      from: { path: "^src/core/", pathNot: tests },
      to: { path: "^(src/(db|server|field|app|ui)|bin|bench|e2e|setup)/" },
    },
    {
      name: "core-is-pure",
      severity: "error",
      comment: "The core knows nothing of React, Next, the database or Node.",
      from: { path: "^src/core/", pathNot: tests },
      to: { path: "(^|/)node_modules/(react|react-dom|next|sequelize|sqlite3|umzug|sharp|piscina|p-queue)/" },
    },
    {
      name: "core-without-node",
      severity: "error",
      comment: "The core runs in a browser too.",
      from: { path: "^src/core/", pathNot: tests },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "db-above-core",
      severity: "error",
      comment: "The database layer imports the core only.",
      from: { path: "^src/db/" },
      to: { path: "^src/(server|field|app|ui)/|(^|/)node_modules/(react|react-dom|next)/" },
    },
    {
      name: "front-is-outside",
      severity: "error",
      comment: "The front stands before the application: it knows the database by its number alone, and no screen.",
      from: { path: "^src/front/" },
      to: { path: "^src/(app|ui|core)/" },
    },
    {
      name: "nothing-knows-the-front",
      severity: "error",
      comment: "The front is started, never asked.",
      from: { path: "^(src/(core|db|server|field|app|ui)|bin)/" },
      to: { path: "^src/front/" },
    },
    {
      name: "server-above-db",
      severity: "error",
      comment: "The server imports core and database only.",
      from: { path: "^src/server/" },
      to: { path: "^src/(field|app|ui)/|(^|/)node_modules/(react|react-dom)/" },
    },
    {
      name: "field-above-core",
      severity: "error",
      comment: "What keeps things on a device runs in a browser, with the core and without screens; the server it knows by its answers.",
      from: { path: "^src/field/", pathNot: tests },
      to: { path: "^src/(db|server|front|app|ui)/|(^|/)node_modules/(react|react-dom|next|sequelize|sqlite3|sharp)/" },
    },
    {
      name: "app-is-thin",
      severity: "error",
      comment: "Routes call use cases; they don't reach past them.",
      from: { path: "^src/app/" },
      to: { path: "^src/db/|(^|/)node_modules/(sequelize|sqlite3|umzug|sharp|piscina|p-queue)/" },
    },
    {
      name: "ui-asks-use-cases",
      severity: "error",
      comment: "Screens get their data from use cases: of the server they know the shapes alone.",
      from: { path: "^src/ui/" },
      to: { path: "^src/(app|db)/|(^|/)node_modules/(sequelize|sqlite3|umzug|sharp)/" },
    },
    {
      name: "ui-knows-shapes-only",
      severity: "error",
      comment: "A screen that ran a use case would carry the server into the browser.",
      from: { path: "^src/ui/" },
      to: { path: "^src/server/", dependencyTypesNot: ["type-only"] },
    },
    {
      name: "not-to-tests",
      severity: "error",
      comment: "What runs doesn't hang on tests.",
      from: { pathNot: [tests, "^e2e/"] },
      to: { path: [tests, "^e2e/"] },
    },
    {
      name: "not-to-dev",
      severity: "error",
      comment: "What runs is among the dependencies.",
      from: { path: "^(src|bin)/", pathNot: tests },
      to: { dependencyTypes: ["npm-dev", "npm-no-pkg", "npm-unknown", "unknown"], dependencyTypesNot: ["type-only"] },
    },
    { name: "resolvable", severity: "error", comment: "It isn't there.", from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    exclude: { path: "^(\\.next|dist|test-results)/|\\.css$" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
      mainFields: ["module", "main", "types"],
    },
  },
};
