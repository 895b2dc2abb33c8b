// Kills it while it starts and while it saves, fills its disk and starts it twice; says what was lost or stuck.
import { execFileSync } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { answering, launch, newFolder, startApplication } from '../tests/e2e/application.mjs';
import { say } from './said.mjs';

const STARTS = 40;
const KILLS = 25;
const rest = (ms) => new Promise((go) => setTimeout(go, ms));

async function killedStarting() {
  const data = newFolder();
  for (let i = 0; i < STARTS; i++) {
    const { server } = await launch({ data });
    await rest(150 + (i * 1500) / STARTS);
    server.kill('SIGKILL');
    await once(server, 'exit');
  }
  const application = await startApplication({ demo: false, data });
  const answer = await fetch(`${application.url}/api/projects`);
  say(`${STARTS} starts killed, then one more`, `answers ${answer.status}`, answer.ok);
  await application.stop();
  application.forget();
}

async function killedSaving() {
  let application = await startApplication({ demo: false });
  const { data } = application;
  const headers = { 'content-type': 'application/json' };
  const project = await (
    await fetch(`${application.url}/api/projects`, { method: 'POST', headers, body: '{"name":"Killed"}' })
  ).json();
  let acknowledged = 0;
  let lost = 0;
  for (let i = 0; i < KILLS; i++) {
    const brief = () => fetch(`${application.url}/api/projects/${project.id}/brief`);
    let { value, version } = await (await brief()).json();
    const { server } = application;
    const end = rest(100 + 20 * i).then(() => server.kill('SIGKILL'));
    let last = value.inserts;
    for (;;) {
      const inserts = (last + 1) % 100;
      const saved = await fetch(`${application.url}/api/projects/${project.id}/brief`, {
        method: 'PUT',
        headers,
        body: JSON.stringify({ value: { ...value, inserts }, version }),
      })
        .then((answer) => answer.json())
        .catch(() => null);
      if (!saved?.version) break;
      version = saved.version;
      last = inserts;
      acknowledged++;
    }
    await end;
    application = await startApplication({ demo: false, data });
    const stands = await (await brief()).json();
    // One save more than was acknowledged may have been committed.
    if (stands.version < version) lost++;
  }
  say(`${KILLS} kills while saving`, `${acknowledged} saves acknowledged, ${lost} lost`, lost === 0);
  await application.stop();
  application.forget();
}

/** Its last words and the code it ended with. */
async function refusal(data) {
  const { server } = await launch({ data, stderr: 'pipe' });
  let words = '';
  server.stderr.on('data', (chunk) => (words += chunk));
  const [code] = await once(server, 'exit');
  return { words: words.trim(), code };
}

const inALine = ({ words, code }) => code === 1 && words.startsWith('stampo: ') && !words.includes('\n');

async function startedTwice() {
  const application = await startApplication({ demo: false });
  const second = await refusal(application.data);
  say(
    'a second server on the same folder',
    second.words.slice(-16),
    inALine(second) && second.words.includes('data.in-use'),
  );
  await application.stop();
  application.forget();
}

async function damaged() {
  const data = newFolder();
  writeFileSync(join(data, 'stampo.db'), 'x'.repeat(9000));
  const refused = await refusal(data);
  say('a database that is none', refused.words.slice(-16), inALine(refused));
}

/** A disk of its own that is soon full; only root may lay one in. */
async function fullDisk() {
  const data = join(newFolder(), 'small');
  mkdirSync(data);
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=6m', 'tmpfs', data], { stdio: 'ignore' });
  } catch {
    console.log('a full disk: not tried, mounting one is not allowed here');
    return;
  }
  try {
    const application = await startApplication({ demo: false, data });
    const headers = { 'content-type': 'application/json' };
    const project = await (
      await fetch(`${application.url}/api/projects`, { method: 'POST', headers, body: '{"name":"Full"}' })
    ).json();
    writeFileSync(join(data, 'filler'), Buffer.alloc(1));
    let status = 0;
    let version = 0;
    const filler = Buffer.alloc(50_000);
    for (let i = 0; i < 400 && status !== 507; i++) {
      try {
        writeFileSync(join(data, `filler-${i}`), filler);
      } catch {
        // Full.
      }
      const answer = await fetch(`${application.url}/api/projects/${project.id}/brief`, {
        method: 'PUT',
        headers,
        body: JSON.stringify({ value: { inserts: i % 100, demand: [] }, version }),
      });
      status = answer.status;
      if (answer.ok) version = (await answer.json()).version;
    }
    const stands = await (await fetch(`${application.url}/api/projects/${project.id}/brief`)).json();
    say(
      'saves on a disk that fills up',
      `${version} saved, then ${status}; ${stands.version} stands`,
      status === 507 && stands.version === version,
    );
    application.server.kill('SIGKILL');
    await once(application.server, 'exit');
    const again = await launch({ data, stderr: 'pipe' });
    let words = '';
    again.server.stderr.on('data', (chunk) => (words += chunk));
    const end = await Promise.race([
      once(again.server, 'exit').then(([code]) => code),
      answering(`${again.url}/api/health`, again.server).then(
        () => 'serves',
        () => 'ended',
      ),
    ]);
    say(
      'a start on the full disk',
      `${end} ${words.trim().slice(-12)}`,
      end === 'serves' || inALine({ words: words.trim(), code: 1 }),
    );
    again.server.kill('SIGKILL');
  } finally {
    await rest(300);
    execFileSync('umount', ['-l', data]);
  }
}

await killedStarting();
await killedSaving();
await startedTwice();
await damaged();
await fullDisk();
