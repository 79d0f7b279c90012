/**
 * Every page is answered with a policy of its own: only scripts that carry this answer's number run, so that nothing written into a page by
 * whatever way can. Styles stay inline: Emotion writes them as the page is drawn, and React sets them on elements.
 */
import { type NextRequest, NextResponse } from "next/server";
import { policyFor } from "./policy";

export function proxy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.randomUUID()).toString("base64");
  const policy = policyFor({ nonce });
  const headers = new Headers(request.headers);
  // The framework reads its own nonce from here.
  headers.set("Content-Security-Policy", policy);
  headers.set("x-nonce", nonce);
  // An address that is no escape of anything would end in the framework's bare "Internal Server Error".
  const response = isAddress(request.nextUrl.pathname)
    ? NextResponse.next({ request: { headers } })
    : NextResponse.rewrite(new URL("/no-such-page", request.url), { request: { headers } });
  response.headers.set("Content-Security-Policy", policy);
  return response;
}

function isAddress(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

export const config = {
  // Pages only: what is built has one policy for all, and answers of the routes hold no script.
  matcher: ["/((?!api/|_next/|icon[^/]*|favicon\\.ico|learned\\.bin|sw\\.js|manifest\\.webmanifest).*)"],
};
