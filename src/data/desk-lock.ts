/** One tab holds the desk of a job: by a lock of the browser, which is free again when its tab goes, however it goes. */

/** A tab's claim on a job's desk. */
export interface DeskClaim {
  /** Asks the tab that holds it to hand it over, and takes it where no answer comes. */
  takeOver: () => void;
  release: () => void;
}

export interface DeskListener {
  /** This tab holds the desk from now on. */
  held: () => void;
  /** Another one does; this one gets it when that one goes while it is looked at. */
  elsewhere: () => void;
  /** Another tab asks for it: everything is put away and stored when this resolves. */
  handOver: () => Promise<void>;
}

/** A tab that was loaded anew may have to wait this long until its own former page has let go, ms. */
const OWN_MS = 400;
/** A tab that holds the desk and does not answer for this long hangs: the desk is taken from it, ms. */
const ANSWER_MS = 3000;

const nameOf = (jobId: string) => `evrid-desk-${jobId}`;

/** Where the browser has no locks (a page that is not served securely), every tab holds the desk, as before there were any. */
export function claimDesk(jobId: string, listener: DeskListener): DeskClaim {
  if (typeof navigator === "undefined" || !navigator.locks) {
    listener.held();
    return { takeOver: () => undefined, release: () => undefined };
  }
  const channel = new BroadcastChannel(nameOf(jobId));
  let queue = new AbortController();
  let letGo: (() => void) | null = null;
  let released = false;
  let answered: (() => void) | null = null;

  const hold = () =>
    new Promise<void>((resolve) => {
      if (released) return resolve();
      clearTimeout(waits);
      letGo = resolve;
      listener.held();
    });
  const lost = () => {
    letGo = null;
    if (released) return;
    listener.elsewhere();
    looked();
  };
  /** Waits for the desk in turn. Ends when it was let go, was taken away, or is no longer wanted. */
  const wait = () => {
    queue.abort();
    queue = new AbortController();
    const { signal } = queue;
    navigator.locks.request(nameOf(jobId), { signal }, hold).catch(() => {
      if (!signal.aborted) lost();
    });
  };
  // A tab that nobody looks at waits for nothing: it would take the desk from one that is only loaded anew.
  const looked = () => {
    if (letGo !== null || released) return;
    if (document.visibilityState === "visible") wait();
    else queue.abort();
  };
  const take = () => {
    queue.abort();
    navigator.locks.request(nameOf(jobId), { steal: true }, hold).catch(lost);
  };

  channel.onmessage = ({ data }: MessageEvent<unknown>) => {
    if (data === "asked" && letGo !== null) {
      void listener.handOver().then(() => channel.postMessage("put-away"));
    } else if (data === "put-away") answered?.();
  };
  const waits = setTimeout(() => {
    if (letGo !== null || released) return;
    listener.elsewhere();
    looked();
  }, OWN_MS);
  wait();
  document.addEventListener("visibilitychange", looked);

  return {
    takeOver: () => {
      if (letGo !== null || answered !== null) return;
      const go = () => {
        clearTimeout(patience);
        answered = null;
        if (!released && letGo === null) take();
      };
      const patience = setTimeout(go, ANSWER_MS);
      answered = go;
      channel.postMessage("asked");
    },
    release: () => {
      released = true;
      clearTimeout(waits);
      document.removeEventListener("visibilitychange", looked);
      queue.abort();
      channel.close();
      letGo?.();
    },
  };
}
