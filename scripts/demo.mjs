// `npm run demo`: install what is missing, build when needed, start, say where.
import { ensureBuild, ensurePackages, fail } from "./lib/setup.mjs";
import { portIsFree, startServer } from "./lib/server.mjs";

const port = Number(process.env.PORT ?? 3000);
if (!Number.isInteger(port) || port < 1 || port > 65535)
  fail(`PORT is "${process.env.PORT}"; it must be a whole number from 1 to 65535.`);
if (!(await portIsFree(port)))
  fail(
    `Port ${port} is taken by another program. Stop that program, or choose another port: PORT=${port + 1} npm run demo`,
  );
ensurePackages();
ensureBuild();
const server = await startServer(port).catch((error) => fail(error.message));
console.log(`\nWeary Bristle with its demo jobs: http://localhost:${port}/demo\nStop it with Ctrl+C.`);
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => process.exit(code ?? 0));
