import { notify } from "@/store/jobs";

/** Does what needs a part of the program that is only fetched on a tap; without the network it says so, and nothing else happens. */
export function fetched(work: () => Promise<void>) {
  void work().catch(() =>
    notify(
      "This part is not here yet, and the network is gone. What you recorded is kept: try again when it is back.",
      "problem",
    ),
  );
}
