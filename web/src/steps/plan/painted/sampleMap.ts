import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { client, unwrap } from '../../../app/api/client';
import type { StoredPart, Versioned } from '../../../app/api/types';
import { startsOf } from '../../../shared/viewer/drawing';
import type { Band } from '../../../shared/viewer/looks';
import { bytesOf } from '../../../shared/viewer/useShape';
import { usePlanAt } from '../planAt';

/** What is known over the samples of a part. */
export interface SampleMap {
  /** Not a number where nothing arrives. */
  values: Float32Array;
  /** Of a second kind, where the map has one. */
  kinds: Uint8Array;
  divisions: Uint8Array;
  starts: Uint32Array;
}

/** What a sample is painted as. */
export interface SamplePainting {
  title: string;
  bands: Band[];
  bandOf: (sample: number) => number;
}

/** See the server: counts, a float and perhaps a byte a sample, a byte a triangle. */
export function decodeSampleMap(bytes: ArrayBuffer): SampleMap {
  const [triangles, samples] = new Uint32Array(bytes, 0, 2) as unknown as [number, number];
  const kinds = new Uint8Array(bytes, 8 + 4 * samples, bytes.byteLength - 8 - 4 * samples - triangles);
  const divisions = new Uint8Array(bytes, bytes.byteLength - triangles);
  return { values: new Float32Array(bytes, 8, samples), kinds, divisions, starts: startsOf(divisions) };
}

/** A map of the plan that is open; the one before stays until the next is there. */
export function useSampleMap(path: string, what: string, of: readonly unknown[]): SampleMap | null {
  const plan = usePlanAt();
  return (
    useQuery<SampleMap>({
      queryKey: ['sample-map', path, plan.projectId, plan.stretch ?? '', ...of],
      staleTime: Infinity,
      gcTime: 60_000,
      placeholderData: (before) => before,
      queryFn: async ({ signal }) => decodeSampleMap(await bytesOf(plan.file(path), what, signal)),
    }).data ?? null
  );
}

/** The part that the plan is of. */
export const usePart = (projectId: string): StoredPart =>
  useSuspenseQuery<Versioned<StoredPart>>({
    queryKey: ['part', projectId, 'as stored'],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/part', { params: { path: { id: projectId } }, signal })),
  }).data.value;
