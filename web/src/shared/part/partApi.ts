import { client, unwrap } from '../../app/api/client';
import type { PartChange, StoredPart, Versioned } from '../../app/api/types';
import type { StepApi } from '../useStep';

/** What the page saves is the unit, the pull and what is declared; the rest of the step comes from the mesh. */
export const partApi = (id: string): StepApi<PartChange, Versioned<StoredPart>> => {
  const path = { params: { path: { id } } };
  return {
    read: (signal) => unwrap(client.GET('/api/projects/{id}/part', { ...path, signal })),
    save: (body, keepalive) => unwrap(client.PUT('/api/projects/{id}/part', { ...path, body, keepalive })),
    undo: (version) => unwrap(client.POST('/api/projects/{id}/part/undo', { ...path, body: { version } })),
    redo: (version) => unwrap(client.POST('/api/projects/{id}/part/redo', { ...path, body: { version } })),
    of: (answer) => answer,
  };
};
