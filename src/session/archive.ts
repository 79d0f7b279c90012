"use client";

/** Writing and reading archives beside the page: a worker for each task, which goes on when the view that asked is left. */
import { useRef, useState } from "react";
import type { ArchiveFailure, Progress } from "@/core/records/files/archive-task";
import type { CopyIssue } from "@/core/records/files/copies";
import { fail, type Result, reasonOf } from "@/core/result";
import { workshop } from "@/data/workshop";
import { archiveText } from "@/words/screens/session";
import { connectArchive } from "@/worker/archive-client";
import type { Carried, HearsProgress } from "@/worker/archive-protocol";

type Line = ReturnType<typeof connectArchive>;
type Task<Value> = (api: Line["api"], onProgress: HearsProgress) => Carried<Value>;

export interface ArchiveDesk {
  /** Progress of the running task; null when none is running, or before its first report. */
  progress: Progress | null;
  busy: boolean;
  run: <Value>(task: Task<Value>) => Promise<Result<Value, ArchiveFailure>>;
  cancel: () => void;
}

export function useArchive(): ArchiveDesk {
  const [progress, setProgress] = useState<Progress | null>(null);
  const [busy, setBusy] = useState(false);
  const line = useRef<Line | null>(null);
  return {
    progress,
    busy,
    cancel: () => void line.current?.api.cancel().catch(() => undefined),
    run: async (task) => {
      if (line.current !== null) return fail({ code: "busy" });
      setBusy(true);
      try {
        return await inWorker(task, setProgress, (its) => {
          line.current = its;
        });
      } finally {
        line.current = null;
        setBusy(false);
        setProgress(null);
      }
    },
  };
}

async function inWorker<Value>(
  task: Task<Value>,
  onProgress: HearsProgress,
  onLine: (line: Line) => void = () => {},
): Promise<Result<Value, ArchiveFailure>> {
  const line = connectArchive(workshop);
  onLine(line);
  try {
    return await task(line.api, line.listen(onProgress));
  } catch (error) {
    return fail({ code: "failed", reason: reasonOf(error) || archiveText.theWorkerStopped });
  } finally {
    line.close();
  }
}

/** A copy of everything, without anybody looking on. Rejects when it could not be made. */
export async function makeCopy(): Promise<Result<Blob, CopyIssue>> {
  const made = await inWorker(
    (api, onProgress) => api.exportCopy(onProgress),
    () => {},
  );
  if (made.ok) return made.value;
  throw new Error(made.issue.code === "failed" ? made.issue.reason : made.issue.code);
}
