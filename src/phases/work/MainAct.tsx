import { Act } from "@/ui/Act";
import { AtThumb } from "@/ui/ThumbBar";

/** The one thing to do now, large. @param quiet it may be done, and better is not yet */
export const MainAct = ({
  words,
  onAct,
  locked,
  quiet,
}: {
  words: string;
  onAct: () => void;
  locked: boolean;
  quiet: boolean;
}) => (
  <AtThumb>
    <Act
      variant={quiet ? "outline-primary" : "primary"}
      className="main-act"
      onAct={onAct}
      disabled={locked}
      data-testid="main-act"
    >
      {words}
    </Act>
  </AtThumb>
);
