// What nobody means to do: two tabs on one step, a signature sent again, an archive taken in while its project is edited, a clock that jumps.
import { existsSync } from 'node:fs';
import { startApplication } from '../tests/e2e/application.mjs';
import { newId, sent } from './asked.mjs';
import { say } from './said.mjs';

const ask = async (application, path, init) => {
  const answer = await fetch(`${application.url}/api/${path}`, init);
  return { status: answer.status, body: await answer.json().catch(() => null) };
};
const idOf = async (application, name) =>
  (await ask(application, 'projects')).body.find((project) => project.name === name).id;

/** The same state saved from two tabs at once: one stands, the other is told, and what stands is one of the two. */
async function twoTabs(application) {
  const id = await idOf(application, 'Gateway housing');
  const steps = ['part', 'brief', 'ladder', 'what-if', 'quotes', 'plan?stretch=s2', 'inspection?stretch=s2', 'spent'];
  const odd = [];
  for (const step of steps) {
    const path = `projects/${id}/${step}`;
    const { body } = await ask(application, path);
    const { value, version } = body.plan?.version !== undefined ? body.plan : (body.paid ?? body);
    const both = await Promise.all([1, 2].map(() => ask(application, path, sent('PUT', { value, version }))));
    const statuses = both.map(({ status }) => status).sort();
    if (`${statuses}` !== '200,409') odd.push(`${step} ${statuses}`);
  }
  say(`two tabs on each of ${steps.length} steps`, odd.join(', ') || 'one saved, one told', odd.length === 0);
}

/** A signature sent ten times at once is one; under its id with other words it is refused. */
async function replayed(application) {
  const id = await idOf(application, 'Gateway housing');
  const article = `projects/${id}/inspection/first-article/6`;
  const sign = { id: newId(), by: 'Sefa Rowntree-Adeyi', says: 'As drawn.' };
  const path = `${article}/signatures?stretch=s2`;
  const before = (await ask(application, `${article}?stretch=s2`)).body.signed.length;
  const all = await Promise.all(Array.from({ length: 10 }, () => ask(application, path, sent('POST', sign))));
  const changed = await ask(application, path, sent('POST', { ...sign, says: 'Something else.' }));
  const after = (await ask(application, `${article}?stretch=s2`)).body.signed.length;
  say(
    'a signature sent ten times at once, then with other words',
    `${after - before} more, ${all.filter((a) => a.status >= 500).length} x 500, then ${changed.status}`,
    after - before === 1 && all.every((a) => a.status < 500) && changed.status === 422,
  );
}

/** While the brief is saved over and over, the archive goes out and comes in: each whole, and the saves all stand. */
async function takenInWhileEdited(application) {
  const id = await idOf(application, 'Scale foot');
  let going = true;
  let saved = 0;
  const edits = (async () => {
    let { value, version } = (await ask(application, `projects/${id}/brief`)).body;
    while (going) {
      const put = await ask(
        application,
        `projects/${id}/brief`,
        sent('PUT', { value: { ...value, inserts: saved % 5 }, version }),
      );
      if (put.status !== 200) return put.status;
      version = put.body.version;
      saved++;
    }
    return version;
  })();
  const statuses = [];
  for (let i = 0; i < 10; i++) {
    const archive = await (await fetch(`${application.url}/api/projects/${id}/archive.zip`)).blob();
    const form = new FormData();
    form.append('file', archive, 'project.zip');
    statuses.push(
      (await fetch(`${application.url}/api/projects/archive?record=false`, { method: 'POST', body: form })).status,
    );
  }
  going = false;
  const version = await edits;
  const stands = (await ask(application, `projects/${id}/brief`)).body.version;
  say(
    'an archive taken in ten times while its project is edited',
    `${saved} saves, ${statuses.filter((s) => s < 300).length} taken in`,
    statuses.every((s) => s < 300) && stands === version,
  );
}

const faketime = '/usr/lib/x86_64-linux-gnu/faketime/libfaketimeMT.so.1';

/** The machine's clock is an hour or a year off at the next start: every page still answers, and a run goes on. */
async function clockJumps() {
  if (!existsSync(faketime)) {
    console.log('a clock that jumps: not tried, the faketime package is not here');
    return;
  }
  let application = await startApplication();
  const { data } = application;
  const id = await idOf(application, 'Gateway housing');
  const run = newId();
  await ask(
    application,
    `projects/${id}/bench/runs?stretch=s2`,
    sent('POST', { id: run, piece: { repeats: 'eachShot', tool: 1, shot: 900 }, by: 'Maud Quill' }),
  );
  const pages = [
    'answer',
    'decisions',
    'plan?stretch=s2',
    'bench?stretch=s2',
    'inspection?stretch=s2',
    'spent',
    'memo',
  ];
  const lists = ['projects', 'runs', 'shelf', 'log/learned', 'log/lots', 'shop/schedule', `runs/${run}`];
  for (const offset of ['+1h', '-1h', '+1y', '-1y']) {
    await application.stop();
    application = await startApplication({ demo: false, data, env: { LD_PRELOAD: faketime, FAKETIME: offset } });
    const odd = [];
    for (const path of [...pages.map((page) => `projects/${id}/${page}`), ...lists]) {
      const { status } = await ask(application, path);
      if (status >= 500) odd.push(`${path} ${status}`);
    }
    const act = { kind: 'noted', id: newId(), by: 'Maud Quill', operation: 'close', text: `At ${offset}` };
    const noted = await ask(application, `runs/${run}/acts`, sent('POST', { acts: [{ act, ageMs: 0 }] }));
    const log = (await ask(application, `runs/${run}`)).body.log;
    const stands = log.some((logged) => logged.act.id === act.id);
    say(
      `the clock jumps by ${offset}`,
      odd.join(', ') || `all answer, an act ${noted.status}`,
      odd.length === 0 && noted.status === 200 && stands,
    );
  }
  await application.stop();
  application.forget();
}

const application = await startApplication();
await twoTabs(application);
await replayed(application);
await takenInWhileEdited(application);
await application.stop();
application.forget();
await clockJumps();
