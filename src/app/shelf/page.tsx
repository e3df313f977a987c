import { ShelfPlace } from "@/places/shelf/ShelfPlace";

export default function ShelfPage() {
  return <ShelfPlace />;
}
