/**
 * Which workshop this page shows: the shop's own, or the demo workshop, each in a database of its own. Chosen once per page; a server started as a
 * demo opens the demo workshop until somebody chooses otherwise. No record crosses over.
 */
export const workshops = ["shop", "demo"] as const;
export type WorkshopName = (typeof workshops)[number];

/** Where the choice is kept: the workshop, and which kind of server it was chosen on. */
const KEY = "evrid-workshop";
interface Chosen {
  server: WorkshopName;
  workshop: WorkshopName;
}

const isName = (given: unknown): given is WorkshopName => (workshops as readonly unknown[]).includes(given);

function chosen(): Chosen | null {
  try {
    const { server, workshop } = JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Chosen>;
    return isName(server) && isName(workshop) ? { server, workshop } : null;
  } catch {
    return null;
  }
}

/** The kind of server as the page says it; a page out of the offline cache is older than what was heard last. */
function serverKind(): WorkshopName {
  const said = document.documentElement.dataset.server;
  const kept = navigator.serviceWorker?.controller ? chosen()?.server : null;
  return kept ?? (isName(said) ? said : "shop");
}

/** The workshop that a server of this kind opens. */
function workshopOn(server: WorkshopName): WorkshopName {
  const kept = chosen();
  return kept?.server === server ? kept.workshop : server;
}

function workshopOfWorker(): WorkshopName {
  const { name } = globalThis as { name?: unknown };
  return isName(name) ? name : "shop";
}

/** The workshop of this page; a worker's is told by its name. */
export const workshop: WorkshopName =
  typeof document === "undefined" || typeof localStorage === "undefined"
    ? workshopOfWorker()
    : workshopOn(serverKind());

export const isDemoWorkshop = workshop === "demo";

/** Stands in the names of files that the demo workshop gives out. */
export const fileMark = isDemoWorkshop ? "demo-" : "";

/** Name of the database of a workshop. */
export const databaseName = (of: WorkshopName): string => (of === "demo" ? "evrid-demo" : "evrid");

/** Opens another workshop on the Bay: the page is loaded anew, and what this tab kept of the other one is left behind. */
export function openWorkshop(other: WorkshopName): void {
  localStorage.setItem(KEY, JSON.stringify({ server: serverKind(), workshop: other } satisfies Chosen));
  window.location.assign("/");
}

/** Asks the server which kind it is, where the page came out of the offline cache, and loads the page anew when it opens another workshop. */
export async function checkServer(): Promise<void> {
  if (!navigator.serviceWorker?.controller) return;
  const answer = await fetch("/api/demo").catch(() => null);
  if (answer === null || !answer.ok) return;
  const { demo } = (await answer.json()) as { demo: boolean };
  const server = demo ? "demo" : "shop";
  const opens = workshopOn(server);
  localStorage.setItem(KEY, JSON.stringify({ server, workshop: opens } satisfies Chosen));
  if (opens !== workshop) window.location.reload();
}
