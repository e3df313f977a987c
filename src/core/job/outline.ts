import type { Job } from "./schema";

/**
 * True when something kept has the outline of a job: enough for lists of jobs to show it. What is wrong inside is
 * told where it is planned.
 */
export function hasOutlineOfJob(raw: unknown): raw is Job {
  if (!isGroup(raw)) return false;
  const { id, title, customer, place, createdAt, site, promises, choices, events } = raw;
  return (
    [id, title, customer, place, createdAt].every((text) => typeof text === "string") &&
    [site, promises, choices].every(isGroup) &&
    ["pieces", "zones", "findings"].every((name) => isCollection(raw[name])) &&
    Array.isArray(events) &&
    events.every((event) => isGroup(event) && typeof event.kind === "string" && typeof event.at === "string")
  );
}

const isGroup = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const isCollection = (value: unknown): boolean =>
  isGroup(value) &&
  isGroup(value.byId) &&
  Array.isArray(value.order) &&
  value.order.every((id) => typeof id === "string" && isGroup((value.byId as Record<string, unknown>)[id]));
