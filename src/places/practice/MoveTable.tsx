import Table from "react-bootstrap/Table";
import type { Worked } from "@/core/ground/sums/working";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";

/** A move as it is judged, in words. */
interface JudgedRow {
  you: string;
  shown?: string;
  planner: string;
  costs: Worked;
  /** What the difference is paid in, where it is told apart. */
  apart?: readonly { in: string; minutes: Worked }[];
}

/** Each move beside the planner's there, and what the difference is; any of them can be gone back to. */
export function MoveTable({
  rows,
  costs: heading,
  again,
}: {
  rows: readonly JudgedRow[];
  /** What the difference is called. */
  costs: string;
  again: (at: number) => void;
}) {
  return (
    <Table className="compare">
      <thead>
        <tr>
          <th>You</th>
          <th>The planner, from there</th>
          <th>{heading}</th>
          <th>
            <span className="visually-hidden">Again</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ you, shown, planner, costs, apart = [] }, at) => (
          <tr key={at}>
            <th scope="row">
              {at + 1}. {you}
              {shown && <span className="soft">: {shown}</span>}
            </th>
            <td data-label="The planner">{planner === you ? "the same" : planner}</td>
            <td data-label={heading}>
              {costs.value > 0 ? <Num of={costs} /> : apart.length > 0 ? "in all nothing" : "nothing"}
              {apart.map(({ in: paid, minutes }) => (
                <div key={paid} className="soft">
                  {paid} <Num of={minutes} />
                </div>
              ))}
            </td>
            <td>
              <Act variant="link" aria-label={`Again from move ${at + 1}`} onAct={() => again(at)}>
                Again from here
              </Act>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
