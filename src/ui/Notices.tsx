"use client";
import Toast from "react-bootstrap/Toast";
import ToastContainer from "react-bootstrap/ToastContainer";
import { dismiss, useNotices } from "@/store/notices";
import { Act } from "./Act";

export function Notices() {
  const notices = useNotices();
  return (
    <ToastContainer className="notices no-print" aria-live="polite">
      {notices.map(({ id, text, tone, undo, stays }) => (
        <Toast
          key={id}
          animation={false}
          className={`notice notice-${tone}`}
          role={tone === "problem" ? "alert" : "status"}
        >
          <span>{text}</span>
          {undo && (
            <Act
              variant="link"
              onAct={() => {
                undo();
                dismiss(id);
              }}
            >
              Undo
            </Act>
          )}
          {(stays || !undo) && (
            <Act variant="link" onAct={() => dismiss(id)}>
              Close
            </Act>
          )}
        </Toast>
      ))}
    </ToastContainer>
  );
}
