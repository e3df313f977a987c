import { JobsPlace } from "@/places/jobs/JobsPlace";

export default function Page() {
  return <JobsPlace />;
}
