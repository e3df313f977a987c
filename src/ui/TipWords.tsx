import Overlay from "react-bootstrap/Overlay";
import Tooltip from "react-bootstrap/Tooltip";

export const TipWords = ({ at, words }: { at: HTMLElement; words: string }) => (
  <Overlay target={at} show placement="bottom" transition={false}>
    <Tooltip>{words}</Tooltip>
  </Overlay>
);
