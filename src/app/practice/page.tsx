import { PracticePlace } from "@/places/practice/PracticePlace";

export default function Page() {
  return <PracticePlace />;
}
