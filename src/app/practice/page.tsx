import { Suspense } from "react";
import { PracticePlace } from "@/places/practice/PracticePlace";

export default function Page() {
  return (
    <Suspense>
      <PracticePlace />
    </Suspense>
  );
}
