import { vi } from "vitest";

/** Waits until it holds, however slow the machine; what it last said when it never does. */
export const eventually = (holds: () => unknown): Promise<void> =>
  vi.waitFor(async () => void (await holds()), { timeout: 120_000 });
