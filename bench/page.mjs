// Figures of the page: how soon it answers a moved marker, and how much script its first load takes.
import { chromium as browserType } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { chromium, measured, startApplication } from '../tests/e2e/application.mjs';

const MOVES = 120;
const line = (what, measured, limit, kept) =>
  console.log(`${what.padEnd(58)} ${measured.padEnd(34)} limit ${limit.padStart(7)}   ${kept ? 'kept' : 'MISSED'}`);
const share = (sorted, p) => sorted[Math.min(sorted.length - 1, Math.ceil(p * sorted.length) - 1)];

const application = await startApplication();
const browser = await browserType.launch(chromium);
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const scripts = [];
  page.on('response', (answer) => {
    if (new URL(answer.url()).pathname.endsWith('.js')) scripts.push(answer.url());
  });
  const projects = await (await fetch(`${application.url}/api/projects`)).json();
  await page.goto(application.url, { waitUntil: 'networkidle' });
  const sizes = await Promise.all(
    scripts.map(async (url) => gzipSync(Buffer.from(await (await fetch(url)).arrayBuffer())).length),
  );
  const kB = sizes.reduce((sum, size) => sum + size, 0) / 1000;
  line('first load: script, compressed', `${kB.toFixed(0)} kB in ${sizes.length} files`, '180 kB', kB <= 180);

  await measured(application.url, projects.slice(0, 7));
  await page.goto(`${application.url}/projects/${projects[0].id}/routes?q=40`, { waitUntil: 'networkidle' });
  await page.getByRole('slider', { name: 'Quantity marker' }).focus();
  // From the key to the frame after the heading and lanes of the new quantity stand in the page.
  const times = await page.evaluate(async (moves) => {
    const heading = () => document.querySelector('[data-quantity]').dataset.quantity;
    const marker = document.activeElement;
    const took = [];
    for (let i = 0; i < moves; i++) {
      const before = heading();
      const started = performance.now();
      marker.dispatchEvent(
        new KeyboardEvent('keydown', {
          key: i % 40 < 20 ? 'ArrowRight' : 'ArrowLeft',
          bubbles: true,
          shiftKey: i % 3 === 0,
        }),
      );
      while (heading() === before) {
        if (performance.now() - started > 5000) throw new Error('The page did not answer.');
        await new Promise((wait) => setTimeout(wait, 1));
      }
      await new Promise((frame) => requestAnimationFrame(frame));
      took.push(performance.now() - started);
      await new Promise((wait) => setTimeout(wait, 20));
    }
    return took;
  }, MOVES);
  const sorted = times.slice(5).toSorted((a, b) => a - b);
  line(
    'page answers a moved marker',
    `p50 ${share(sorted, 0.5).toFixed(0)} ms, p95 ${share(sorted, 0.95).toFixed(0)} ms of ${sorted.length}`,
    '50 ms',
    share(sorted, 0.95) <= 50,
  );
} finally {
  await browser.close();
  await application.stop();
  application.forget();
}
