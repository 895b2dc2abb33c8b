import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { Problem } from '../../app/api/client';
import { decodeDrawing, decodeMaps } from './drawing';

/** What the server draws, as it sends it. */
export const bytesOf = async (path: string, what: string, signal: AbortSignal) => {
  const answer = await fetch(path, { signal });
  if (!answer.ok) throw new Problem(answer.status, 'drawing', `The ${what} can’t be fetched; reload the page.`);
  return answer.arrayBuffer();
};

const kept = { staleTime: Infinity, gcTime: 60_000 } as const;

export const useDrawing = (hash: string) =>
  useSuspenseQuery({
    queryKey: ['drawing', hash],
    ...kept,
    queryFn: async ({ signal }) =>
      decodeDrawing(await bytesOf(`/api/meshes/${hash}/drawing`, 'drawing of the part', signal)),
  }).data;

/** The maps of a finished study; the key names what was measured, so that it is fetched once. */
export const useMaps = (projectId: string, study: string | null) =>
  useQuery({
    queryKey: ['maps', study],
    ...kept,
    enabled: study !== null,
    queryFn: async ({ signal }) =>
      decodeMaps(await bytesOf(`/api/projects/${projectId}/part/maps`, 'measured map', signal)),
  }).data ?? null;

export const useShown = (projectId: string, version: number, wanted: boolean) =>
  useQuery<Uint8Array>({
    queryKey: ['shown', projectId, version],
    enabled: wanted,
    placeholderData: (before) => before,
    queryFn: async ({ signal }) =>
      new Uint8Array(await bytesOf(`/api/projects/${projectId}/part/show-side`, 'show side', signal)),
  }).data ?? null;
