"use client";
import { dismiss, useNotices } from "@/store/notices";
import { Act } from "./Act";

export function Notices() {
  const notices = useNotices();
  return (
    <div className="notices no-print" aria-live="polite">
      {notices.map(({ id, text, tone, undo }) => (
        <div key={id} className={`notice notice-${tone}`} role={tone === "problem" ? "alert" : undefined}>
          <span>{text}</span>
          {undo ? (
            <Act
              variant="link"
              onAct={() => {
                undo();
                dismiss(id);
              }}
            >
              Undo
            </Act>
          ) : (
            <Act variant="link" onAct={() => dismiss(id)}>
              Close
            </Act>
          )}
        </div>
      ))}
    </div>
  );
}
