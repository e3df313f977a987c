// Starts the built application on a port and waits until it answers.
import { spawn } from "node:child_process";
import net from "node:net";
import path from "node:path";
import { root } from "./setup.mjs";

/** True when nothing on this machine listens on the port. */
export function portIsFree(port) {
  return new Promise((resolve) => {
    const probe = net.createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, () => probe.close(() => resolve(true)));
  });
}

/**
 * Starts the production server; resolves with the child process once it answers, rejects when it ends before that.
 * @param {number} port
 * @param {{ quiet?: boolean, env?: Record<string, string> }} [options] env: settings of this server alone
 */
export async function startServer(port, { quiet = true, env = {} } = {}) {
  const child = spawn(process.execPath, [path.join(root, "scripts", "serve.mjs"), "-p", String(port)], {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: quiet ? ["ignore", "ignore", "inherit"] : "inherit",
  });
  let ended = false;
  child.once("exit", () => (ended = true));
  for (let waited = 0; waited < 60_000; waited += 200) {
    if (ended) throw new Error("The server stopped while starting.");
    const answered = await fetch(`http://localhost:${port}/`).then(
      (answer) => answer.ok,
      () => false,
    );
    if (answered) return child;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  child.kill();
  throw new Error("The server did not answer within a minute.");
}
