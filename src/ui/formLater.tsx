import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import type { Row } from "./KeptForm";
import { later } from "./later";

export type { Row } from "./KeptForm";

/** As high as what comes: nothing below moves away under a tap. */
const Waiting = ({ rows, className = "fields" }: { rows: readonly Row[]; className?: string }) => (
  <div className={className} aria-hidden>
    {rows.map(({ name, label, under }) => (
      <FormGroup key={name}>
        <FormLabel>{label}</FormLabel>
        <FormControl disabled />
        {under}
      </FormGroup>
    ))}
  </div>
);

/** What checks forms comes when the first of them is opened. */
export const KeptForm = later(() => import("./KeptForm").then(({ KeptForm }) => KeptForm), Waiting);
