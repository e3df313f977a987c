import { plannerPool } from "@/server/planner";

export const dynamic = "force-dynamic";

/** For a proxy or a monitor: it answers while the server can; how much the planner has to do. */
export function GET(): Response {
  return Response.json({ ok: true, planner: plannerPool().state }, { headers: { "Cache-Control": "no-store" } });
}
