import { nanoid } from "nanoid";

/** A short id that the job file allows. */
export const newId = () => nanoid(10).replace(/[^a-z0-9]/gi, "x");
