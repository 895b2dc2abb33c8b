// A large shop and many visitors: the list of projects, slow lines, and what the server holds in memory after a day's work.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { measured, root, startApplication } from '../tests/e2e/application.mjs';
import { sent } from './asked.mjs';

const say = (what, figure, limit, kept) =>
  console.log(`${what.padEnd(58)} ${figure.padEnd(34)} limit ${limit.padStart(7)}   ${kept ? 'kept' : 'MISSED'}`);

const held = (application) =>
  Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${application.server.pid}/status`, 'utf8'))[1]) / 1000;

async function timed(ask) {
  const started = performance.now();
  const answer = await ask();
  if (!answer.ok) throw new Error(`answered ${answer.status}`);
  await answer.text();
  return performance.now() - started;
}

const median = (times) => times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)];

const times = async (n, ask) => {
  const taken = [];
  for (let i = 0; i < n; i++) taken.push(await timed(ask));
  return taken;
};

async function list(data, count, limitMs) {
  const name = count.toLocaleString('en');
  execFileSync(
    'dotnet',
    ['run', '--no-build', '-c', 'Release', '--project', 'bench', '--', '--crowd', join(data, 'stampo.db'), `${count}`],
    { cwd: root },
  );
  const application = await startApplication({ demo: false, data });
  try {
    await times(20, () => fetch(`${application.url}/api/projects`));
    const page = median(await times(30, () => fetch(`${application.url}/api/projects`)));
    say(`the list among ${name} projects`, `median ${page.toFixed(0)} ms`, `${limitMs} ms`, page <= limitMs);
    const search = median(await times(30, () => fetch(`${application.url}/api/projects?search=part+${count - 7}`)));
    say(`one found among ${name} by its name`, `median ${search.toFixed(0)} ms`, `${limitMs} ms`, search <= limitMs);
    const begun = performance.now();
    await Promise.all(Array.from({ length: 10 }, () => times(20, () => fetch(`${application.url}/api/projects`))));
    say(
      `ten clients, twenty lists each, of ${name}`,
      `${((performance.now() - begun) / 1000).toFixed(1)} s, ${held(application).toFixed(0)} MB held`,
      '300 MB',
      held(application) <= 300,
    );
  } finally {
    await application.stop();
  }
}

async function slowLines(application) {
  const { hostname, port } = new URL(application.url);
  const lines = Array.from({ length: 40 }, () => {
    const line = connect(Number(port), hostname);
    line.on('error', () => undefined);
    line.write(
      `POST /api/projects HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 900000\r\n\r\n{`,
    );
    return line;
  });
  await new Promise((go) => setTimeout(go, 500));
  const took = Math.max(...(await times(20, () => fetch(`${application.url}/api/projects`))));
  say('the list while 40 bodies trickle in', `at most ${took.toFixed(0)} ms`, '500 ms', took <= 500);
  for (const line of lines) line.destroy();
}

async function dayOfWork(application) {
  const projects = await (await fetch(`${application.url}/api/projects`)).json();
  const ask = (path) => fetch(application.url + path).then((answer) => answer.arrayBuffer());
  for (let round = 0; round < 40; round++) {
    for (const { id } of projects.slice(0, 7)) {
      const at = `/api/projects/${id}`;
      await Promise.all(
        [
          '',
          '/part',
          '/brief',
          `/comparison?quantity=${10 + round * 37}`,
          '/answer',
          '/decisions',
          '/plan',
          '/memo',
        ].map((p) => ask(at + p)),
      );
    }
    const { id } = projects[round % 7];
    const brief = await (await fetch(`${application.url}/api/projects/${id}/brief`)).json();
    const value = { ...brief.value, inserts: round % 4 };
    await fetch(`${application.url}/api/projects/${id}/brief`, sent('PUT', { value, version: brief.version }));
  }
  const worked = held(application);
  say('held after some hours of work on seven projects', `${worked.toFixed(0)} MB`, '300 MB', worked <= 300);
  for (let i = 0; i < 40_000; i += 200)
    await Promise.all(Array.from({ length: 200 }, (_, k) => ask(`/api/projects/none-${i + k}/comparison/lanes`)));
  const after = held(application);
  say('and after 40,000 questions for what is not there', `${after.toFixed(0)} MB`, '300 MB', after <= 300);
}

const application = await startApplication();
try {
  await measured(application.url, (await (await fetch(`${application.url}/api/projects`)).json()).slice(0, 7));
  await slowLines(application);
  await dayOfWork(application);
} finally {
  await application.stop();
}
try {
  await list(application.data, 1_000, 60);
  await list(application.data, 100_000, 300);
} finally {
  application.forget();
}
