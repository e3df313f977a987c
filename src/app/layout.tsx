import type { Metadata, Viewport } from "next";
import type { ReactNode } from "react";
import "../design/fonts/faces.css";
import "./globals.scss";
import { StartUp } from "@/ui/StartUp";

export const metadata: Metadata = {
  title: "Weary Bristle",
  description: "Diagnose, plan, run and hand back upholstery and carpet cleaning.",
};

export const viewport: Viewport = { width: "device-width", initialScale: 1, viewportFit: "cover" };

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <StartUp />
        {children}
      </body>
    </html>
  );
}
