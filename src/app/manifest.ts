import type { MetadataRoute } from "next";
import tokens from "@/design/tokens.json";

/** What a device shows of it once it is installed. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: "Weary Bristle",
    short_name: "Bristle",
    description: "Diagnose, plan, run and hand back upholstery and carpet cleaning.",
    start_url: "/",
    display: "standalone",
    background_color: tokens.light.linen,
    theme_color: tokens.light.strip,
    icons: [
      { src: "/icon.svg", sizes: "any", type: "image/svg+xml", purpose: "any" },
      { src: "/icon-192.png", sizes: "192x192", type: "image/png", purpose: "any" },
      { src: "/icon-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
  };
}
