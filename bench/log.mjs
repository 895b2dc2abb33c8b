// The log of a shop after years: 10,000 shots, 200,000 measurements.
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { root, startApplication } from '../tests/e2e/application.mjs';

const share = (times, p) => times.toSorted((a, b) => a - b)[Math.ceil(p * times.length) - 1];
const say = (what, figure, limit, kept) =>
  console.log(`${what.padEnd(58)} ${figure.padEnd(34)} limit ${limit.padStart(7)}   ${kept ? 'kept' : 'MISSED'}`);

const first = await startApplication();
await first.stop();
console.log(
  execFileSync(
    'dotnet',
    [
      'run',
      '--no-build',
      '-c',
      'Release',
      '--project',
      join(root, 'bench'),
      '--',
      '--history',
      join(first.data, 'stampo.db'),
    ],
    { encoding: 'utf8' },
  ).trim(),
);
const application = await startApplication({ demo: false, data: first.data });
try {
  const get = async (path) => {
    const answer = await fetch(application.url + path);
    const text = await answer.text();
    if (!answer.ok) throw new Error(`${path}: ${text}`);
    return JSON.parse(text);
  };
  const id = (await get('/api/projects')).find((p) => p.name === 'Gateway housing').id;
  let began = performance.now();
  await get('/api/shelf');
  const read = performance.now() - began;
  say('all records read, once after a start', `${(read / 1000).toFixed(1)} s`, '', true);
  for (const [what, path, limit] of [
    ['shelf', '/api/shelf', 200],
    ['search for a lot', '/api/log/search?q=UA-2207%20bubbles', 200],
    ['chart of one mold', `/api/projects/${id}/inspection/charts/lid-length?stretch=s2&tool=2`, 200],
    ['chart of all', `/api/projects/${id}/inspection/charts/lid-length?stretch=s2`, 200],
    ['a mold', `/api/shelf/tool?projectId=${id}&plan=plan%2Fcast-silicone&number=2`, 200],
    ['causes of all defects', `/api/projects/${id}/advice?stretch=s2`, 2000],
    ['inspection', `/api/projects/${id}/inspection?stretch=s2`, 2000],
    ['what the shop has learned', '/api/log/learned', 2000],
    ['what it came to', `/api/projects/${id}/spent`, 2000],
  ]) {
    await get(path);
    const times = [];
    for (let i = 0; i < 30; i++) {
      began = performance.now();
      await get(path);
      times.push(performance.now() - began);
    }
    const p95 = share(times, 0.95);
    say(what, `p50 ${share(times, 0.5).toFixed(0)} ms, p95 ${p95.toFixed(0)} ms`, `${limit} ms`, p95 <= limit);
  }
} finally {
  await application.stop();
  application.forget();
}
