import { NotesPlace } from "@/places/notes/NotesPlace";

export default function NotesPage() {
  return <NotesPlace />;
}
