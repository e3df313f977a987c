import { OneMarkPlace } from "@/places/onemark/OneMarkPlace";

export default function Page() {
  return <OneMarkPlace />;
}
