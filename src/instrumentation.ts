/** When the server starts: the planner's threads are ready before the first request comes. */
export async function register() {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { plannerPool } = await import("./server/planner");
  plannerPool().warm();
}
