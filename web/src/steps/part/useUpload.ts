import { useCallback, useRef, useState } from 'react';
import { Problem } from '../../app/api/client';
import type { LengthUnit, StoredPart, Versioned } from '../../app/api/types';
import { upload } from './upload';

export interface Upload {
  /** What is going on, null when nothing is. */
  busy: { name: string; share: number } | null;
  problem: Problem | null;
  start: (projectId: string, version: number, file: File, unit: LengthUnit) => Promise<Versioned<StoredPart> | null>;
  stop: () => void;
}

/** One upload at a time, with progress and a way to stop it. */
export function useUpload(): Upload {
  const [busy, setBusy] = useState<Upload['busy']>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const abort = useRef<AbortController>(null);
  const start = useCallback<Upload['start']>(async (projectId, version, file, unit) => {
    abort.current = new AbortController();
    setProblem(null);
    setBusy({ name: file.name, share: 0 });
    const { signal } = abort.current;
    const send = (from: number) =>
      upload(projectId, from, file, unit, (share) => setBusy({ name: file.name, share }), signal);
    try {
      // A mesh replaces what is there whoever put it there, and can be undone: a newer version is no obstacle.
      return await send(version).catch((cause: unknown) => {
        if (cause instanceof Problem && cause.theirs) return send(cause.theirs.version);
        throw cause;
      });
    } catch (cause) {
      if (!(cause instanceof DOMException)) setProblem(cause as Problem);
      return null;
    } finally {
      setBusy(null);
    }
  }, []);
  return { busy, problem, start, stop: () => abort.current?.abort() };
}
