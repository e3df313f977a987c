"use client";
import { useEffect, useState } from "react";

/**
 * Keeps this version in the browser, so that nothing needs the network any more, and sees when another waits.
 * @returns takes the waiting version; undefined while there is none
 */
export function useNewVersion(): (() => void) | undefined {
  const [waiting, setWaiting] = useState<ServiceWorker>();
  useEffect(() => {
    const workers = process.env.NODE_ENV === "production" ? navigator.serviceWorker : undefined;
    if (!workers) return;
    // The first worker to take over a page is no other version of it.
    let taken = workers.controller === null;
    const reload = () => {
      if (taken) taken = false;
      else window.location.reload();
    };
    workers.addEventListener("controllerchange", reload);
    const keep = async () => {
      const registration = await workers.register("/offline.js");
      const look = () => registration.waiting && workers.controller && setWaiting(registration.waiting);
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
  return waiting && (() => waiting.postMessage("go on"));
}
