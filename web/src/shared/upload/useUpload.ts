import { useCallback, useRef, useState } from 'react';
import { Problem } from '../../app/api/client';
import type { LengthUnit, StoredPart, Versioned } from '../../app/api/types';
import { convertStep, isStep } from './step/convertStep';
import { upload } from './upload';

export interface Upload {
  /** What is going on, null when nothing is; without a share it can't be told how far. */
  busy: { doing: string; share?: number } | null;
  /** A STEP file waits to be told how finely to mesh it. */
  question: { name: string; answer: (toleranceMm: number | null) => void } | null;
  problem: Problem | null;
  start: (projectId: string, version: number, file: File, unit: LengthUnit) => Promise<Versioned<StoredPart> | null>;
  stop: () => void;
}

/** One upload at a time, with progress and a way to stop it; a STEP file is meshed first. */
export function useUpload(): Upload {
  const [busy, setBusy] = useState<Upload['busy']>(null);
  const [question, setQuestion] = useState<Upload['question']>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const abort = useRef<AbortController>(null);

  const mesh = useCallback(async (file: File, signal: AbortSignal) => {
    if (!isStep(file)) return { file, source: null };
    const tolerance = await new Promise<number | null>((answer) => setQuestion({ name: file.name, answer }));
    setQuestion(null);
    if (tolerance === null) throw new DOMException('stopped', 'AbortError');
    setBusy({ doing: `Converting ${file.name}` });
    return convertStep(file, tolerance, (what) => setBusy({ doing: `${what}, ${file.name}` }), signal);
  }, []);

  const start = useCallback<Upload['start']>(
    async (projectId, version, chosen, unit) => {
      abort.current = new AbortController();
      setProblem(null);
      const { signal } = abort.current;
      try {
        const { file, source } = await mesh(chosen, signal);
        const progress = (share: number) =>
          setBusy(
            share < 1 ? { doing: `Sending ${file.name}`, share } : { doing: `Reading and measuring ${file.name}` },
          );
        const send = (from: number) => upload(projectId, from, file, source ? 'mm' : unit, source, progress, signal);
        progress(0);
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
    },
    [mesh],
  );
  return { busy, question, problem, start, stop: () => abort.current?.abort() };
}
