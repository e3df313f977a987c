"use client";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { addDemoJobs } from "@/store/demo";

/** Adds the demo jobs once and shows the jobs; touches nothing else. */
export default function DemoPage() {
  const router = useRouter();
  useEffect(() => {
    void addDemoJobs().then(() => router.replace("/"));
  }, [router]);
  return (
    <main className="place" style={{ paddingTop: "3rem" }}>
      <p>Laying out the demo jobs…</p>
    </main>
  );
}
