/** Everything comes from this server: no fonts, scripts or data from elsewhere. */
export function policyFor({ nonce }: { nonce: string | null }): string {
  const development = process.env.NODE_ENV === "development";
  return [
    "default-src 'self'",
    `script-src 'self'${nonce === null ? "" : ` 'nonce-${nonce}'`}${development ? " 'unsafe-eval'" : ""}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    // Instruments that this machine serves itself (bin/evrid instruments).
    `connect-src 'self' http://127.0.0.1:* http://localhost:*${development ? " ws:" : ""}`,
    "worker-src 'self'",
    "manifest-src 'self'",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}
