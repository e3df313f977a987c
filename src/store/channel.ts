/** Word from one tab to the others; none where the browser has no such thing, or keeps it from this page. */
export function channelNamed(name: string): BroadcastChannel | undefined {
  try {
    return new BroadcastChannel(name);
  } catch {
    return undefined;
  }
}
