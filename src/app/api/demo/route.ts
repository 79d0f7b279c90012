/** Tells the Bay whether this server was started as a demo, so that an empty browser opens on the demo workshop. */
export const dynamic = "force-dynamic";

export function GET(): Response {
  return Response.json({ demo: process.env.EVRID_DEMO === "1" });
}
