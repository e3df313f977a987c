import boundaries from "eslint-plugin-boundaries";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";
import docBlocks from "./scripts/lib/docBlocks.mjs";
import { WINGS } from "./scripts/lib/wings.mjs";

const layer = (type) => ({ element: { type } });
/** The folders of the core, lowest first; what its tests are made of looks at all of them, and only tests look at it. */
const FOLDERS = WINGS.map(([folder]) => `core/${folder}`);
const TESTING = "core/testing";
const may = (from, to) => ({ from: layer(from), allow: { to: { element: { types: { anyOf: to } } } } });

const OPERATION = {
  selector: "ObjectExpression > Property[key.name='op'] > Literal",
  message: "Operations are made by core/job/change.",
};
const CLOCK = {
  selector: "NewExpression[callee.name='Date'][arguments.length=0]",
  message: "The core takes its clock from the caller.",
};
/** Ids come from people and files: a bare look-up would find "toString" in every record. */
const OUTSIDE_ID = ["object.property.name", "object.name"].map((name) => ({
  selector: `MemberExpression[computed=true][${name}=/^(byId|stored|away)$/]:not(AssignmentExpression > .left)`,
  message: "Look it up with own(record, id) of core/job/lookUp.",
}));

export default tseslint.config(
  { ignores: [".next/", "node_modules/", "next-env.d.ts", "playwright-report/", "test-results/", ".cache/"] },
  ...tseslint.configs.strict,
  ...tseslint.configs.stylistic,
  {
    rules: {
      "@typescript-eslint/no-non-null-assertion": "off",
      "@typescript-eslint/consistent-type-definitions": "off",
      "no-console": ["error", { allow: ["error"] }],
      eqeqeq: "error",
      "max-len": ["error", { code: 140 }],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
    },
  },
  {
    // What everything stands on is documented, and its examples run (core/docExamples.test.ts).
    files: ["src/core/{ground,models}/**/*.ts"],
    ignores: ["**/*.test.ts"],
    plugins: { house: { rules: { "doc-block": docBlocks } } },
    rules: { "house/doc-block": "error" },
  },
  {
    // What a head can hold. Tests and what they are made of may take longer to set a stage.
    files: ["src/**/*.{ts,tsx}", "scripts/**/*.{ts,mjs}"],
    ignores: ["**/*.test.ts", "src/core/testing/**", "scripts/attack/**"],
    rules: {
      "max-lines-per-function": ["error", { max: 60, skipBlankLines: true, skipComments: true }],
      complexity: ["error", 20],
    },
  },
  // Commands speak on the terminal.
  { files: ["scripts/**"], rules: { "no-console": "off", "@typescript-eslint/no-empty-function": "off" } },
  { files: ["src/**/*.{ts,tsx}"], ...hooks.configs.flat["recommended-latest"] },
  {
    // One direction: app -> phases, places -> bay -> ui, store, workers -> core, and down its wings. A wrong import fails the build.
    files: ["src/**/*.{ts,tsx}"],
    plugins: { boundaries },
    settings: {
      "boundaries/files": [{ category: "test", pattern: "**/*.test.ts" }],
      "import/resolver": { typescript: { alwaysTryTypes: true } },
      "boundaries/elements": [
        ...FOLDERS,
        TESTING,
        ...["demo", "server", "workers", "instruments", "print", "store", "ui", "bay", "phases", "places"],
        ...["app", "design"],
      ].map((type) => ({ type, pattern: `src/${type}` })),
    },
    rules: {
      "boundaries/dependencies": [
        "error",
        {
          default: "disallow",
          policies: [
            { from: { element: { type: "*" } }, allow: { to: { module: { origin: "external" } } } },
            // The core: down the list of its wings, and inside a folder.
            ...FOLDERS.map((folder, rank) => may(folder, FOLDERS.slice(0, rank + 1))),
            may(TESTING, [...FOLDERS, TESTING]),
            // Tests may look at the whole core and at the demo jobs.
            {
              from: { file: { categories: "test" } },
              allow: { to: { element: { types: { anyOf: [...FOLDERS, TESTING, "demo"] } } } },
            },
            may("demo", [...FOLDERS]),
            may("workers", ["workers", ...FOLDERS]),
            may("server", ["server", ...FOLDERS]),
            may("instruments", ["instruments", ...FOLDERS, "demo"]),
            may("store", ["store", "workers", ...FOLDERS, "demo"]),
            may("print", ["print", ...FOLDERS, "design"]),
            may("ui", ["ui", ...FOLDERS, "store", "workers"]),
            may("bay", ["bay", "ui", "store", "workers", ...FOLDERS]),
            may("phases", ["phases", "print", "bay", "ui", "store", "instruments", "workers", ...FOLDERS]),
            may("places", ["places", "bay", "ui", "store", "workers", ...FOLDERS]),
            may("app", ["app", "server", "phases", "places", "bay", "ui", "store", ...FOLDERS, "design"]),
          ],
        },
      ],
    },
  },
  // A change of a job has a name and typed arguments (core/job/change); nobody else knows where a field lies.
  {
    files: ["src/**/*.{ts,tsx}"],
    ignores: ["src/core/**", "**/*.test.ts"],
    rules: { "no-restricted-syntax": ["error", OPERATION, ...OUTSIDE_ID] },
  },
  {
    files: ["src/core/**/*.ts"],
    ignores: ["src/core/job/**", "**/*.test.ts"],
    rules: { "no-restricted-syntax": ["error", OPERATION, CLOCK, ...OUTSIDE_ID] },
  },
  {
    files: ["src/core/job/**/*.ts"],
    ignores: ["**/*.test.ts", "src/core/job/lookUp.ts"],
    rules: { "no-restricted-syntax": ["error", CLOCK, ...OUTSIDE_ID] },
  },
  {
    // The core is pure: no screen, storage, network, clock or chance.
    // How a test run is told its size, and where it leaves what it found, is no part of it.
    files: ["src/core/**/*.ts"],
    ignores: ["src/core/**/*.test.ts", "src/core/testing/{runs,found}.ts"],
    rules: {
      "no-restricted-globals": [
        "error",
        "window",
        "document",
        "navigator",
        "localStorage",
        "indexedDB",
        "fetch",
        "setTimeout",
        "setInterval",
        "performance",
        "process",
        "crypto",
      ],
      "no-restricted-properties": [
        "error",
        { object: "Math", property: "random", message: "The core takes its chance from the caller." },
        { object: "Date", property: "now", message: "The core takes its clock from the caller." },
      ],
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              group: ["react", "react-*", "next", "next/*", "idb", "zustand", "@use-gesture/*", "node:*"],
              message: "The core has no interface, storage or server code.",
            },
          ],
        },
      ],
    },
  },
);
