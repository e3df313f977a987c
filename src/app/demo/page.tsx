"use client";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { addDemoJobs } from "@/store/demo";

/** Where to go once the demo jobs are here: a page of ours named by "to", else the jobs. */
function wantedPage(): string {
  const here = window.location.origin;
  const wanted = new URLSearchParams(window.location.search).get("to") ?? "/";
  if (!URL.canParse(wanted, here)) return "/";
  const { origin, pathname, search } = new URL(wanted, here);
  return origin === here ? pathname + search : "/";
}

/** Adds the demo jobs once and shows the jobs, or the page that was asked for; touches nothing else. */
export default function DemoPage() {
  const router = useRouter();
  useEffect(() => {
    void addDemoJobs().then(() => router.replace(wantedPage()));
  }, [router]);
  return (
    <main className="place" style={{ paddingTop: "3rem" }}>
      <p>Laying out the demo jobs…</p>
    </main>
  );
}
