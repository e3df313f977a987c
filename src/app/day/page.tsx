import { DayPlace } from "@/places/day/DayPlace";

export default function DayPage() {
  return <DayPlace />;
}
