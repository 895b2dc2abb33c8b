// How long a changed input of a plan takes to be answered, mesh work being kept.
import { measured, startApplication } from '../tests/e2e/application.mjs';

const CHANGES = 100;
const LIMIT_MS = 100;

const application = await startApplication();
try {
  const projects = await (await fetch(`${application.url}/api/projects`)).json();
  await measured(application.url, projects.slice(0, 7));
  const path = `${application.url}/api/projects/${projects.find((p) => p.name === 'Gateway housing').id}/plan`;
  const { plan } = await (await fetch(path)).json();
  let { version } = plan;
  const times = [];
  for (let i = 0; i < CHANGES; i++) {
    const { value } = plan;
    value.silicone.wallMm = 20 + (i % 15);
    value.pour.cavities = 1 + (i % 6);
    const started = performance.now();
    const answer = await fetch(path, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ value, version }),
    });
    ({ version } = (await answer.json()).plan);
    times.push(performance.now() - started);
  }
  const sorted = times.slice(10).toSorted((a, b) => a - b);
  const share = (p) => sorted[Math.ceil(p * sorted.length) - 1];
  console.log(
    `${'plan answers a changed input'.padEnd(58)} ${`p50 ${share(0.5).toFixed(0)} ms, p95 ${share(0.95).toFixed(0)} ms of ${sorted.length}`.padEnd(34)} limit ${`${LIMIT_MS} ms`.padStart(7)}   ${share(0.95) <= LIMIT_MS ? 'kept' : 'MISSED'}`,
  );
} finally {
  await application.stop();
  application.forget();
}
