// Figures of what somebody waits for first: a demo begun from its copy, its first page, and a mesh of 50 MB from upload to the bytes of its picture.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium as browserType } from '@playwright/test';
import { answering, chromium, launch, measured, newFolder } from '../tests/e2e/application.mjs';

const TAKES = 4;
const line = (what, ms, limit) =>
  console.log(
    `${what.padEnd(58)} median ${ms.toFixed(0).padStart(6)} ms   limit ${String(limit).padStart(6)} ms   ${ms <= limit ? 'kept' : 'MISSED'}`,
  );
const median = (times) => times.toSorted((a, b) => a - b)[times.length >> 1];
const timed = async (what) => {
  const began = performance.now();
  await what();
  return performance.now() - began;
};

/** A sphere as a binary STL file; the mark tells one file from another. */
function sphere(rings, mark) {
  const around = 2 * rings;
  const at = (i, j) => {
    if (i === 0 || i === rings) return [0, 0, i === 0 ? 50 : -50];
    const [theta, phi] = [(Math.PI * i) / rings, (2 * Math.PI * (j % around)) / around];
    return [50 * Math.sin(theta) * Math.cos(phi), 50 * Math.sin(theta) * Math.sin(phi), 50 * Math.cos(theta)];
  };
  const count = 2 * around * (rings - 1);
  const file = Buffer.alloc(84 + 50 * count);
  file[0] = mark;
  file.writeUInt32LE(count, 80);
  let end = 84;
  const facet = (corners) => {
    end += 12;
    for (const corner of corners) for (const x of corner) end = file.writeFloatLE(x, end);
    end += 2;
  };
  for (let i = 0; i < rings; i++)
    for (let j = 0; j < around; j++) {
      const [a, b, c, d] = [at(i, j), at(i + 1, j), at(i + 1, j + 1), at(i, j + 1)];
      if (i < rings - 1) facet([a, b, c]);
      if (i > 0) facet([a, c, d]);
    }
  return file;
}

async function started(settings, use = async () => {}) {
  const data = newFolder();
  const began = performance.now();
  const { server, url } = await launch({ data, ...settings });
  try {
    await answering(`${url}/api/projects`, server);
    const ms = performance.now() - began;
    await use(url);
    return ms;
  } finally {
    await new Promise((ended) => server.once('exit', ended).kill('SIGTERM'));
    rmSync(data, { recursive: true, force: true });
  }
}

const folder = mkdtempSync(join(tmpdir(), 'stampo-kept-'));
try {
  const settings = { demo: true, more: [`--Stampo:DemoKept=${join(folder, 'demo.db')}`] };
  // Somebody looked at it until its parts were measured.
  await started(settings, async (url) => {
    await measured(url, await (await fetch(`${url}/api/projects`)).json());
    await new Promise((kept) => setTimeout(kept, 1500));
  });
  const browser = await browserType.launch(chromium);
  const firstPages = [];
  const open = async (url) => {
    const page = await browser.newPage();
    firstPages.push(
      await timed(async () => {
        await page.goto(url);
        await page.getByRole('link', { name: 'Gateway housing', exact: true }).waitFor();
      }),
    );
    await page.close();
  };
  const starts = [];
  for (let take = 0; take < TAKES - 1; take++) starts.push(await started(settings, open));
  await browser.close();
  line('demo begun from its copy, to the list of projects', median(starts), 2500);
  line('then its first page, to a project to open', median(firstPages), 1000);
} finally {
  rmSync(folder, { recursive: true, force: true });
}

await started({}, async (url) => {
  const times = [];
  for (let take = 0; take < TAKES; take++) {
    const file = sphere(501, 65 + take);
    const made = await fetch(`${url}/api/projects`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: `Ball ${take}`, revision: 'A' }),
    });
    const { id } = await made.json();
    times.push(
      await timed(async () => {
        const form = new FormData();
        form.set('file', new Blob([file]), 'ball.stl');
        const kept = await fetch(`${url}/api/projects/${id}/part/file?version=0&unit=mm`, {
          method: 'POST',
          body: form,
        });
        const { value } = await kept.json();
        await (await fetch(`${url}/api/meshes/${value.hash}/drawing`)).arrayBuffer();
      }),
    );
    // The measuring that an upload begins is not part of it.
    await fetch(`${url}/api/projects/${id}/part/study`, { method: 'DELETE' });
  }
  // The first one also compiles what it runs.
  line('50 MB STL, from upload to its picture', median(times.slice(1)), 1200);
});
