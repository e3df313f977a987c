import Offcanvas from "react-bootstrap/Offcanvas";
import type { Caution } from "@/core/judgement/treatment/step/step";
import { CautionLabel } from "@/ui/CautionLabel";

/** What guards the cloth, drawn in from the side where there is no margin. */
export function CautionDrawer({ cautions, shown, hide }: { cautions: Caution[]; shown: boolean; hide: () => void }) {
  return (
    <Offcanvas show={shown} onHide={hide} placement="end" aria-labelledby="caution-drawer">
      <Offcanvas.Header closeButton closeLabel="Close">
        <Offcanvas.Title as="h2" id="caution-drawer">
          For the cloth
        </Offcanvas.Title>
      </Offcanvas.Header>
      <Offcanvas.Body>
        {cautions.map((caution) => (
          <CautionLabel key={caution.id} caution={caution} />
        ))}
      </Offcanvas.Body>
    </Offcanvas>
  );
}
