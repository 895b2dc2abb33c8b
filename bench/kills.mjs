// Killed while it pours, while it saves and while it starts, in turn: whatever was acknowledged must be there afterwards.
import { launch, startApplication } from '../tests/e2e/application.mjs';
import { newId, sent } from './asked.mjs';

const times = Number(process.argv[2] ?? 200);
const rest = (ms) => new Promise((go) => setTimeout(go, ms));
const ask = async (path, init) => {
  const answer = await fetch(`${application.url}/api/${path}`, init);
  if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`);
  return answer.json();
};

let application = await startApplication();
const { data } = application;
const projects = await ask('projects');
const [foot, tray] = ['Scale foot', 'Feeder tray'].map((name) => projects.find((p) => p.name === name).id);
let { value: brief, version: saved } = await ask(`projects/${tray}/brief`);
const counted = { pour: [0, 0], save: [0, 0], start: [0, 0] };

const strike = (ms) => setTimeout(() => application.server.kill('SIGKILL'), ms);

/** Acts of a run, one after the other, until nothing answers; gives back how to look for them afterwards. */
async function pour(ms, i) {
  const run = newId();
  const piece = { repeats: 'eachShot', tool: 1, shot: 1000 + i };
  await ask(`projects/${foot}/bench/runs`, sent('POST', { id: run, piece, by: 'Maud Quill' }));
  const taken = [];
  strike(ms);
  for (let n = 0; ; n++) {
    const act = { kind: 'noted', id: newId(), by: 'Maud Quill', operation: 'close', text: `pour ${n}`, corrects: null };
    const recorded = await ask(`runs/${run}/acts`, sent('POST', { acts: [{ act, ageMs: 0 }] })).catch(() => null);
    if (!recorded) break;
    taken.push(...recorded.taken.map(({ id }) => id));
  }
  return async () => {
    const there = new Set((await ask(`runs/${run}`)).log.map(({ act }) => act.id));
    return [taken.length, taken.filter((id) => !there.has(id)).length];
  };
}

/** A brief saved over and over: afterwards it stands as last acknowledged, or one save later, and whole. */
async function save(ms) {
  const before = saved;
  strike(ms);
  for (let n = 0; ; n++) {
    const next = sent('PUT', { value: { ...brief, inserts: n % 5 }, version: saved });
    const put = await ask(`projects/${tray}/brief`, next).catch(() => null);
    if (!put) break;
    saved = put.version;
  }
  return async () => {
    const acknowledged = saved - before;
    const now = await ask(`projects/${tray}/brief`);
    const lost = Math.max(0, saved - now.version);
    ({ value: brief, version: saved } = now);
    return [acknowledged, lost];
  };
}

/** Killed at some moment of its start, twice over; what was there before must be there after. */
async function start(ms) {
  const before = (await ask('runs')).runs.map(({ id }) => id);
  application.server.kill('SIGKILL');
  for (const wait of [ms, 3 * ms]) {
    const { server } = await launch({ data, stderr: 'ignore' });
    await rest(wait);
    server.kill('SIGKILL');
  }
  return async () => {
    const there = new Set((await ask('runs')).runs.map(({ id }) => id));
    return [before.length, before.filter((id) => !there.has(id)).length];
  };
}

for (let i = 0; i < times; i++) {
  const moment = Object.keys(counted)[i % 3];
  const ms = 40 + ((i * 37) % 20) * 60;
  const look = await { pour, save, start }[moment](ms, i);
  application = await startApplication({ demo: false, data });
  const [acknowledged, lost] = await look();
  counted[moment][0] += acknowledged;
  counted[moment][1] += lost;
}
await application.stop();
application.forget();
const { pour: poured, save: saves, start: starts } = counted;
console.log(`${times} kills, a third of them each in the middle of a pour, of saving and of starting`);
console.log(`  acts acknowledged ${poured[0]}, lost ${poured[1]}; saves ${saves[0]}, lost ${saves[1]}`);
console.log(`  runs looked for after a start that was killed ${starts[0]}, lost ${starts[1]}`);
process.exit(poured[1] + saves[1] + starts[1] === 0 ? 0 : 1);
