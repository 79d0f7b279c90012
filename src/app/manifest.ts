import type { MetadataRoute } from "next";

export default function manifest(): MetadataRoute.Manifest {
  return {
    name: "Evrid",
    short_name: "Evrid",
    description:
      "Reads the instruments of a vehicle's air-conditioning circuit together and holds the charge to the label.",
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
