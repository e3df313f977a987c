// Writes docs/job-file.schema.json from the Yup schema; with --check only says whether it is current.
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { jobFileJsonSchema } from "../src/core/job/jsonSchema";

const path = new URL("../docs/job-file.schema.json", import.meta.url);
const text = `${JSON.stringify(jobFileJsonSchema(), null, 2)}\n`;
if (process.argv.includes("--check")) process.exit(existsSync(path) && readFileSync(path, "utf8") === text ? 0 : 1);
writeFileSync(path, text);
