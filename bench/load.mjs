// How long comparison requests take while so many a second come in, whatever the answers before them did.
import { Agent, get } from 'node:http';
import { measured, startApplication } from '../tests/e2e/application.mjs';

const PER_SECOND = 200;
const SECONDS = 15;
const LIMIT_MS = 100;
const WARM_UP = 2000;

const application = await startApplication();
try {
  const projects = await (await fetch(`${application.url}/api/projects`)).json();
  const agent = new Agent({ keepAlive: true, maxSockets: 64 });
  const ask = (i) =>
    new Promise((done) => {
      const started = performance.now();
      const end = (ok) => done({ took: performance.now() - started, ok });
      const path = `${application.url}/api/projects/${projects[i % 7].id}/comparison/lanes?quantity=${1 + ((i * 37) % 4000)}`;
      get(path, { agent }, (answer) => answer.on('end', () => end(answer.statusCode === 200)).resume()).on(
        'error',
        () => end(false),
      );
    });
  await measured(application.url, projects.slice(0, 7));
  for (let i = 0; i < WARM_UP; i++) await ask(i);
  const asked = [];
  const begun = performance.now();
  for (let i = 0; i < PER_SECOND * SECONDS; i++) {
    const wait = begun + (1000 * i) / PER_SECOND - performance.now();
    if (wait > 1) await new Promise((go) => setTimeout(go, wait));
    asked.push(ask(i));
  }
  const answers = await Promise.all(asked);
  agent.destroy();
  const perSecond = (1000 * answers.length) / (performance.now() - begun);
  const times = answers.map((a) => a.took).toSorted((a, b) => a - b);
  const share = (p) => times[Math.ceil(p * times.length) - 1].toFixed(0);
  const failed = answers.filter((a) => !a.ok).length;
  const kept = failed === 0 && Number(share(0.99)) <= LIMIT_MS;
  console.log(
    `${`${PER_SECOND} lane requests a second, warm`.padEnd(58)} ${`p50 ${share(0.5)} ms, p99 ${share(0.99)} ms at ${perSecond.toFixed(0)}/s, ${failed} failed`.padEnd(34)} limit ${`${LIMIT_MS} ms`.padStart(7)}   ${kept ? 'kept' : 'MISSED'}`,
  );
} finally {
  await application.stop();
  application.forget();
}
