import { later } from "./later";

export type { Row } from "./KeptForm";

/** What checks forms comes when the first of them is opened. */
export const KeptForm = later(() => import("./KeptForm").then(({ KeptForm }) => KeptForm));
