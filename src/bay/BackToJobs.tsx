import Link from "next/link";
import { ChevronLeft } from "react-bootstrap-icons";
import { Tip } from "@/ui/Tip";

/** The way out, first on the strip. */
export const BackToJobs = () => (
  <Tip words="Back to jobs">
    <Link prefetch={false} href="/" className="btn btn-link" aria-label="Back to jobs">
      <ChevronLeft aria-hidden />
    </Link>
  </Tip>
);
