/** What the worker beside the page does with files. */
export * from "./filesIn";
export * from "./filesOut";
export { stop, type Tell } from "./filesShared";
