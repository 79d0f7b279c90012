/** Script text that asks for the database of the workshop which the page shows. */
export const OPEN_STORE =
  'indexedDB.open((JSON.parse(localStorage.getItem("evrid-workshop") ?? "{}").workshop ?? document.documentElement.dataset.server) === "demo" ? "evrid-demo" : "evrid")';
