// An hour of mixed use, or as many minutes as asked: what the server holds, minute by minute.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, startApplication } from '../tests/e2e/application.mjs';
import { newId, sent } from './asked.mjs';

const minutes = Number(process.argv[2] ?? 60);
const application = await startApplication();
const ask = (path, init) => fetch(`${application.url}${path}`, init);
/** What the server holds, and of it what is its own: the rest are pages of program files, which the machine takes back when it needs them. */
const held = () => {
  const status = readFileSync(`/proc/${application.server.pid}/status`, 'utf8');
  const [all, own] = ['VmRSS', 'RssAnon'].map((key) => Number(new RegExp(`${key}:\\s+(\\d+)`).exec(status)[1]) / 1024);
  return `${all.toFixed(0)} MB held, ${own.toFixed(0)} of it its own`;
};
const projects = await (await ask('/api/projects')).json();
const pages = [
  'part',
  'brief',
  'comparison',
  'answer',
  'decisions',
  'plan',
  'bench',
  'inspection',
  'advice',
  'spent',
  'memo',
];
const lists = ['projects', 'runs', 'shelf', 'log/search?q=a', 'log/learned', 'shop/schedule', 'library', 'devices'];
const mesh = readFileSync(join(root, 'demo/meshes/gateway-housing.stl'));
const failed = new Map();

async function used(path, init) {
  const answer = await ask(path, init).catch(() => null);
  await answer?.arrayBuffer().catch(() => null);
  if (!answer || answer.status >= 500) failed.set(path, (failed.get(path) ?? 0) + 1);
}

/** One person going about: looks, changes, runs a shot, drops a part. */
async function person(end, n) {
  for (let i = n; Date.now() < end; i++) {
    const { id } = projects[i % projects.length];
    for (const page of pages) await used(`/api/projects/${id}/${page}`);
    for (const list of lists) await used(`/api/${list}`);
    await used(`/api/projects/${id}/comparison?quantity=${1 + ((i * 37) % 5000)}`);
    const brief = await (await ask(`/api/projects/${id}/brief`)).json();
    await used(
      `/api/projects/${id}/brief`,
      sent('PUT', { value: { ...brief.value, inserts: i % 5 }, version: brief.version }),
    );
    if (i % 10 === 0) {
      const made = await (await ask('/api/projects', sent('POST', { name: `Soak ${n}-${i}` }))).json();
      const form = new FormData();
      form.append('file', new Blob([mesh]), 'part.stl');
      await used(`/api/projects/${made.id}/part/file?version=0&unit=mm`, { method: 'POST', body: form });
    }
    const { runs } = await (await ask('/api/runs')).json();
    if (runs[0])
      await used(
        `/api/runs/${runs[0].id}/acts`,
        sent('POST', { acts: [{ act: { kind: 'paused', id: newId(), by: 'Soak', reason: null }, ageMs: 0 }] }),
      );
    await new Promise((go) => setTimeout(go, 300));
  }
}

const began = Date.now();
const end = began + minutes * 60_000;
const people = [0, 1, 2, 3].map((n) => person(end, n));
for (let minute = 1; minute <= minutes; minute++) {
  await new Promise((go) => setTimeout(go, began + minute * 60_000 - Date.now()));
  console.log(`soak, minute ${String(minute).padStart(3)}: ${held()}`);
}
await Promise.all(people);
const lost = [...failed.values()].reduce((a, b) => a + b, 0);
console.log(`soak of ${minutes} min: ${held()} at its end; ${lost} answers of 500 or none`);
for (const [path, times] of failed) console.log(`  ${times} x ${path}`);
await application.stop();
application.forget();
