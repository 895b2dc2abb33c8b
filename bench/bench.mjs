// The bench: acts to disk, readings to the page, a run back after a restart.
import { createServer } from 'node:net';
import { once } from 'node:events';
import { createRequire } from 'node:module';
import { chromium, measured, root, startApplication } from '../tests/e2e/application.mjs';

const require = createRequire(`${root}/tests/e2e/package.json`);
const { chromium: browserType } = require('@playwright/test');

const headers = { 'content-type': 'application/json' };
const share = (times, p) => times.toSorted((a, b) => a - b)[Math.ceil(p * times.length) - 1];
const say = (what, figure, limit, kept) =>
  console.log(`${what.padEnd(58)} ${figure.padEnd(34)} limit ${limit.padStart(7)}   ${kept ? 'kept' : 'MISSED'}`);

const get = async (application, path) => (await fetch(application.url + path)).json();
const send = async (application, method, path, body) => {
  const answer = await fetch(application.url + path, { method, headers, body: JSON.stringify(body) });
  if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`);
  return answer.json();
};

/** A run of the demo's scale foot that is nobody else's. */
async function begun(application, shot) {
  const { id: project } = (await get(application, '/api/projects')).find((p) => p.name === 'Scale foot');
  const id = crypto.randomUUID();
  const piece = { repeats: 'eachShot', tool: 1, shot };
  await send(application, 'POST', `/api/projects/${project}/bench/runs`, { id, piece, by: 'Maud Quill' });
  return id;
}

const note = (application, run, text) =>
  send(application, 'POST', `/api/runs/${run}/acts`, {
    acts: [
      {
        act: { kind: 'noted', id: crypto.randomUUID(), by: 'Maud Quill', operation: 'close', text, corrects: null },
        ageMs: 0,
      },
    ],
  });

async function acts(application) {
  const run = await begun(application, 900);
  const times = [];
  for (let i = 0; i < 200; i++) {
    const started = performance.now();
    await note(application, run, `act ${i}`);
    times.push(performance.now() - started);
  }
  const p95 = share(times.slice(20), 0.95);
  say(
    'an act is on disk and acknowledged',
    `p50 ${share(times, 0.5).toFixed(0)} ms, p95 ${p95.toFixed(0)} ms of 180`,
    '30 ms',
    p95 <= 30,
  );
}

/** Six devices at ten lines a second; each line has a value of its own, looked for on the page. */
async function readings(application) {
  const sent = new Map();
  const doors = await Promise.all(
    Array.from({ length: 6 }, async (_, i) => {
      let value = 1000 * (i + 1);
      const door = createServer((socket) => {
        socket.on('error', () => {});
        socket.write('{"device":"scale","name":"bench"}\n');
        const timer = setInterval(() => {
          value += 1;
          sent.set(String(value), Date.now());
          socket.write(`{"g":${value},"stable":true}\n`);
        }, 100);
        socket.on('close', () => clearInterval(timer));
      }).listen(0, '127.0.0.1');
      await once(door, 'listening');
      return door;
    }),
  );
  const { value: shop, version } = await get(application, '/api/shop');
  const devices = doors.map((door, i) => ({
    id: `d${i}`,
    kind: 'scale',
    name: `Scale ${i}`,
    host: '127.0.0.1',
    port: door.address().port,
  }));
  await send(application, 'PUT', '/api/shop', { value: { ...shop, devices }, version });
  const browser = await browserType.launch(chromium);
  const page = await browser.newPage();
  await page.goto(`${application.url}/shop?room=devices`);
  await page.getByText('live').first().waitFor();
  const seen = await page.evaluate(async () => {
    const seen = {};
    const look = () => {
      for (const [value] of document
        .querySelector('main')
        .innerText.replaceAll(/[\u202f ]/g, '')
        .matchAll(/\d{4}(?=g)/g))
        seen[value] ??= Date.now();
    };
    new MutationObserver(look).observe(document.querySelector('main'), {
      subtree: true,
      characterData: true,
      childList: true,
    });
    await new Promise((done) => setTimeout(done, 10_000));
    return seen;
  });
  await browser.close();
  for (const door of doors) door.close();
  const times = Object.entries(seen).flatMap(([value, at]) => (sent.has(value) ? [at - sent.get(value)] : []));
  const p95 = share(times, 0.95);
  say(
    'a reading on the page after its line, 6 devices at 10 a s',
    `p50 ${share(times, 0.5)} ms, p95 ${p95} ms of ${times.length}`,
    '150 ms',
    p95 <= 150,
  );
}

async function restarted(application) {
  const { runs } = await get(application, '/api/runs');
  await application.stop();
  const again = await startApplication({ demo: false, data: application.data });
  const started = performance.now();
  await get(again, `/api/runs/${runs.at(-1).id}`);
  const took = performance.now() - started;
  say('an open run back after a restart', `${took.toFixed(0)} ms`, '1000 ms', took <= 1000);
  return again;
}

let application = await startApplication();
try {
  await measured(application.url, await get(application, '/api/projects'));
  await acts(application);
  await readings(application);
  application = await restarted(application);
} finally {
  await application.stop();
  application.forget();
}
