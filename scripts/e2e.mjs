// `npm run test:e2e`: the browser tests against the built application.
import { bin, ensureBuild, ensureChromium, ensurePackages, run } from "./lib/setup.mjs";

ensurePackages();
ensureChromium({ windowless: true });
ensureBuild();
process.exit(run(bin("playwright"), ["test", ...process.argv.slice(2)]));
