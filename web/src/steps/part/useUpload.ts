import { useCallback, useRef, useState } from 'react';
import type { Problem } from '../../app/api/client';
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
    try {
      return await upload(
        projectId,
        version,
        file,
        unit,
        (share) => setBusy({ name: file.name, share }),
        abort.current.signal,
      );
    } catch (cause) {
      if (!(cause instanceof DOMException)) setProblem(cause as Problem);
      return null;
    } finally {
      setBusy(null);
    }
  }, []);
  return { busy, problem, start, stop: () => abort.current?.abort() };
}
