import { Problem } from '../../../app/api/client';
import type { StepAnswer, StepRequest } from './stepWorker';

export const isStep = (file: File) => /\.(step|stp)$/i.test(file.name);

/** A mesh made from a STEP file, and what it was made from. */
export interface Converted {
  file: File;
  source: { name: string; sha256: string };
}

const LARGEST_MB = 150;

/** Meshes a STEP file in a worker; stopping ends the worker at once. */
export async function convertStep(
  step: File,
  toleranceMm: number,
  doing: (what: string) => void,
  signal: AbortSignal,
): Promise<Converted> {
  if (step.size > LARGEST_MB * 1e6)
    throw new Problem(
      413,
      'mesh.too-large',
      `${step.name} has ${Math.round(step.size / 1e6)} MB; the limit is ${LARGEST_MB} MB. Export the part alone.`,
    );
  const bytes = await step.arrayBuffer();
  // The browser's own digest is absent where the page came over plain HTTP.
  const { sha256: digest } = await import('@noble/hashes/sha2.js');
  const sha256 = hex(digest(new Uint8Array(bytes)));
  const worker = new Worker(new URL('./stepWorker.ts', import.meta.url), { type: 'module' });
  try {
    const stl = await new Promise<ArrayBuffer>((resolve, reject) => {
      signal.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError')));
      worker.onerror = () =>
        reject(
          new Problem(
            0,
            'step.failed',
            'The converter could not be started; reload the page, or send the part as STL.',
          ),
        );
      worker.onmessage = ({ data }: MessageEvent<StepAnswer>) => {
        if ('doing' in data) doing(data.doing);
        else if ('refused' in data) reject(new Problem(422, 'step.refused', data.refused));
        else resolve(data.stl);
      };
      worker.postMessage({ file: bytes, toleranceMm } satisfies StepRequest, [bytes]);
    });
    return { file: new File([stl], step.name.replace(/\.(step|stp)$/i, '.stl')), source: { name: step.name, sha256 } };
  } finally {
    worker.terminate();
  }
}

const hex = (digest: Uint8Array) => [...digest].map((b) => b.toString(16).padStart(2, '0')).join('');
