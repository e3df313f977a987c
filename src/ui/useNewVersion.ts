"use client";
import { useEffect, useRef, useState } from "react";

/** The version that waits takes over when the one that runs has nothing in hand; after this the page lets go of it. */
const LETS_GO_MS = 3000;

/**
 * Keeps this version in the browser, so that nothing needs the network any more, and sees when another waits.
 * @returns takes the waiting version; undefined while there is none
 */
export function useNewVersion(): (() => void) | undefined {
  const [waitingIn, setWaitingIn] = useState<ServiceWorkerRegistration>();
  const asked = useRef(false);
  useEffect(() => {
    const workers = process.env.NODE_ENV === "production" ? navigator.serviceWorker : undefined;
    if (!workers) return;
    // The first worker to take over a page is no other version of it.
    let taken = workers.controller === null;
    const reload = () => {
      if (taken && !asked.current) taken = false;
      else window.location.reload();
    };
    workers.addEventListener("controllerchange", reload);
    const keep = async () => {
      const registration = await workers.register("/offline.js");
      const look = () => registration.waiting && workers.controller && setWaitingIn(registration);
      look();
      registration.addEventListener("updatefound", () =>
        registration.installing?.addEventListener("statechange", look),
      );
      await workers.ready;
      document.documentElement.dataset.offline = "ready";
    };
    // Once the page stands: what is kept for later takes nothing from what is needed now. Refused, all goes on as before.
    const timer = setTimeout(() => void keep().catch(() => undefined), 1500);
    return () => {
      clearTimeout(timer);
      workers.removeEventListener("controllerchange", reload);
    };
  }, []);
  return (
    waitingIn &&
    (() => {
      asked.current = true;
      // The newest that waits: another may have come since it was told.
      waitingIn.waiting?.postMessage("go on");
      setTimeout(() => window.location.reload(), waitingIn.waiting ? LETS_GO_MS : 0);
    })
  );
}
