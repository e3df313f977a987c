import { LedgerPlace } from "@/places/ledger/LedgerPlace";

export default function LedgerPage() {
  return <LedgerPlace />;
}
