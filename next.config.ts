import path from "node:path";
import type { NextConfig } from "next";

/** Everything comes from this server: no fonts, scripts or data from elsewhere, and no telemetry. */
const policy = [
  "default-src 'self'",
  `script-src 'self' 'unsafe-inline'${process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : ""}`,
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "font-src 'self'",
  `connect-src 'self'${process.env.NODE_ENV === "development" ? " ws:" : ""}`,
  "worker-src 'self'",
  "manifest-src 'self'",
  "object-src 'none'",
  "base-uri 'self'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join("; ");

/** A photo for the job may be taken; nothing else of the device is asked for. */
const permissions = "camera=(self), microphone=(), geolocation=(), payment=(), usb=(), midi=(), browsing-topics=()";

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // It starts its threads from its own folder.
  serverExternalPackages: ["tinypool"],
  outputFileTracingRoot: path.resolve("."),
  turbopack: { root: path.resolve(".") },
  async headers() {
    return [
      {
        source: "/:path*",
        headers: [
          { key: "Content-Security-Policy", value: policy },
          { key: "X-Content-Type-Options", value: "nosniff" },
          { key: "Referrer-Policy", value: "no-referrer" },
          { key: "Permissions-Policy", value: permissions },
        ],
      },
    ];
  },
};

export default config;
