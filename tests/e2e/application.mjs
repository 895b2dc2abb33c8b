import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('../..', import.meta.url));

/** How Debian's chromium runs without a display, with software WebGL and no calls home. */
export const chromium = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    // A name that is no secure context, as for whoever opens the page by the address of another machine.
    '--host-resolver-rules=MAP bench.stampo.test 127.0.0.1',
  ],
};

/** Starts the built application on a free port with the demo data (or none) in a folder of its own. */
export async function startApplication({ demo = true, data = newFolder(), more = [], env = {} } = {}) {
  const { server, url } = await launch({ demo, data, more, env });
  try {
    await answering(`${url}/api/health`, server);
  } catch (cause) {
    server.kill('SIGKILL');
    throw cause;
  }
  return {
    url,
    data,
    server,
    stop: () =>
      new Promise((stopped) => {
        server.once('exit', stopped);
        server.kill('SIGTERM');
      }),
    forget: () => rmSync(data, { recursive: true, force: true }),
  };
}

export const newFolder = () => mkdtempSync(join(tmpdir(), 'stampo-'));

/** What the script says of memory when it starts the server. */
const memory = {
  MALLOC_ARENA_MAX: '2',
  MALLOC_TRIM_THRESHOLD_: '131072',
  MALLOC_MMAP_THRESHOLD_: '131072',
  DOTNET_EnableWriteXorExecute: '0',
};

/** Servers that run: whatever goes wrong here, none is left behind holding the line that its output goes to. */
const running = new Set();
process.on('exit', () => running.forEach((server) => server.kill('SIGKILL')));

/** Starts it without waiting for an answer. */
export async function launch({ demo = false, data, stderr = 'inherit', more = [], env = {} }) {
  const url = `http://127.0.0.1:${await freePort()}`;
  const server = spawn(
    'dotnet',
    [
      join(root, 'src/Stampo.Server/bin/Release/net10.0/Stampo.Server.dll'),
      ...['--urls', url, `--Stampo:Data=${data}`, `--Stampo:Web=${join(root, 'web/dist')}`],
      ...(demo ? [`--Stampo:Demo=${join(root, 'demo')}`] : []),
      '--Stampo:StandIns=true',
      ...more,
    ],
    { stdio: ['ignore', 'ignore', stderr], env: { ...process.env, ...memory, ...env } },
  );
  running.add(server);
  server.once('exit', () => running.delete(server));
  return { server, url };
}

/** A busy machine lays the demo in slowly. */
const ANSWERS_WITHIN_MS = 120_000;

export async function answering(url, server) {
  for (const end = Date.now() + ANSWERS_WITHIN_MS; Date.now() < end;) {
    if (server.exitCode !== null) throw new Error(`The server ended with ${server.exitCode}.`);
    if (
      await fetch(url)
        .then((answer) => answer.ok)
        .catch(() => false)
    )
      return;
    await new Promise((wait) => setTimeout(wait, 100));
  }
  throw new Error(`The server did not answer within ${ANSWERS_WITHIN_MS / 1000} s.`);
}

/** Waits until the shapes of these projects are measured, and the server has nothing else to do. */
export async function measured(url, projects) {
  for (const { id } of projects) {
    const study = `${url}/api/projects/${id}/part/study`;
    const phase = async (method) => (await (await fetch(study, { method })).json()).phase;
    for (let now = await phase('POST'); now === 'waiting' || now === 'running'; now = await phase('GET'))
      await new Promise((go) => setTimeout(go, 200));
  }
}

function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}
