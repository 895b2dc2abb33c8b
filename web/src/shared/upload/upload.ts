import { Problem } from '../../app/api/client';
import type { LengthUnit, StoredPart, Versioned } from '../../app/api/types';

export const MAX_UPLOAD_MB = 150;

/** Sends a mesh file with its progress; the browser's fetch can't tell how much has gone out. */
export function upload(
  projectId: string,
  version: number,
  file: File,
  unit: LengthUnit,
  source: { name: string; sha256: string } | null,
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<Versioned<StoredPart>> {
  if (file.size > MAX_UPLOAD_MB * 1e6)
    return Promise.reject(
      new Problem(
        413,
        'mesh.too-large',
        `${file.name} has ${Math.round(file.size / 1e6)} MB; the limit is ${MAX_UPLOAD_MB} MB. Export it with a coarser tolerance.`,
      ),
    );
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const query = new URLSearchParams({ version: String(version), unit });
    if (source) {
      query.set('sourceName', source.name);
      query.set('sourceSha256', source.sha256);
    }
    request.open('POST', `/api/projects/${projectId}/part/file?${query}`);
    request.responseType = 'json';
    request.upload.onprogress = (event) => event.lengthComputable && progress(event.loaded / event.total);
    request.onload = () =>
      request.status < 300 ? resolve(request.response) : reject(Problem.from(request.status, request.response));
    request.onerror = () =>
      reject(new Problem(0, 'offline', 'The upload broke off; the part is as it was. Try again.'));
    request.onabort = () => reject(new DOMException('stopped', 'AbortError'));
    signal.addEventListener('abort', () => request.abort());
    const form = new FormData();
    form.append('file', file);
    request.send(form);
  });
}
