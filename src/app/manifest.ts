import type { MetadataRoute } from "next";
import { commonText } from "@/words/screens/common";

export default function manifest(): MetadataRoute.Manifest {
  return {
    name: "Evrid",
    short_name: "Evrid",
    description: commonText.description,
    start_url: "/",
    display: "standalone",
    background_color: "#efece5",
    theme_color: "#1c2326",
    icons: [
      { src: "/icon.svg", sizes: "any", type: "image/svg+xml" },
      { src: "/icon-192.png", sizes: "192x192", type: "image/png" },
      { src: "/icon-512.png", sizes: "512x512", type: "image/png" },
      { src: "/icon-maskable-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
  };
}
