import path from "node:path";
import type { NextConfig } from "next";
import { policyFor } from "./src/policy";

/** A photo for the job may be taken; nothing else of the device is asked for. */
const permissions = "camera=(self), microphone=(), geolocation=(), payment=(), usb=(), midi=(), browsing-topics=()";

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // Types are checked with those of the tests, once (check:types).
  typescript: { ignoreBuildErrors: true },
  // It starts its threads from its own folder.
  serverExternalPackages: ["tinypool"],
  outputFileTracingRoot: path.resolve("."),
  turbopack: { root: path.resolve(".") },
  async headers() {
    return [
      {
        // Pages have a policy of their own each time they are answered (src/proxy.ts); what is built has one for all.
        source:
          "/:path(api/.*|_next/.*|icon[-a-z0-9]*\\.(?:svg|png)|favicon\\.ico|learned\\.bin|sw\\.js|manifest\\.webmanifest)",
        headers: [{ key: "Content-Security-Policy", value: policyFor({ nonce: null }) }],
      },
      {
        source: "/:path*",
        headers: [
          { key: "X-Content-Type-Options", value: "nosniff" },
          { key: "Referrer-Policy", value: "no-referrer" },
          { key: "Permissions-Policy", value: permissions },
        ],
      },
    ];
  },
};

export default config;
