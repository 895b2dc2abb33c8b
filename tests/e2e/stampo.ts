import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { cpSync } from 'node:fs';
import { join } from 'node:path';
import { newFolder, root, startApplication } from './application.mjs';

type Application = Awaited<ReturnType<typeof startApplication>>;

interface Project {
  id: string;
  name: string;
}

/** The tests of a worker share one running application with the demo world; each opens the page in a browser of its own. */
export const test = base.extend<{ foreign: string[] }, { application: Application }>({
  application: [
    async ({}, use) => {
      const data = newFolder();
      cpSync(process.env.STAMPO_MEASURED_DEMO!, data, { recursive: true });
      const application = await startApplication({ demo: false, data, more: ['--Stampo:Hosts=bench.stampo.test'] });
      await use(application);
      await application.stop();
      application.forget();
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ application }, use) => use(application.url),
  /** Addresses outside the application that a page asked for; every test ends by finding none. */
  foreign: [
    async ({ page, application }, use) => {
      const foreign: string[] = [];
      page.on('request', (request) => {
        const url = request.url().replace('//bench.stampo.test:', '//127.0.0.1:');
        if (!url.startsWith(application.url) && !/^(data|blob):/.test(request.url())) foreign.push(request.url());
      });
      await use(foreign);
      expect(foreign).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

export const mesh = (name: string) => join(root, 'demo/meshes', name);

export async function idOf(application: Application, name: string): Promise<string> {
  const projects = (await (await fetch(`${application.url}/api/projects`)).json()) as Project[];
  return projects.find((project) => project.name === name)!.id;
}

/** A new project with the vent disc as its part, made without the page. */
export async function newProject(application: Application, name: string): Promise<string> {
  const { readFileSync } = await import('node:fs');
  const made = await fetch(`${application.url}/api/projects`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name }),
  });
  const { id } = (await made.json()) as Project;
  const form = new FormData();
  form.append('file', new Blob([readFileSync(mesh('vent-disc.stl'))]), 'vent-disc.stl');
  await fetch(`${application.url}/api/projects/${id}/part/file?version=0&unit=mm`, { method: 'POST', body: form });
  // What is measured meanwhile would move the page under a click.
  await expect
    .poll(
      async () =>
        ((await (await fetch(`${application.url}/api/projects/${id}/part/study`)).json()) as { phase: string }).phase,
      { timeout: 30_000 },
    )
    .toBe('done');
  return id;
}

/** Decides for routes in turn, each for a number of parts. */
export async function decided(
  application: Application,
  id: string,
  ...stretches: [routeId: string, quantity: number][]
) {
  const answer = await fetch(`${application.url}/api/projects/${id}/decisions`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      stretches: stretches.map(([routeId, quantity]) => ({ routeId, quantity })),
      reason: 'To be planned.',
      by: 'Oren Tisdale',
    }),
  });
  expect(answer.ok).toBe(true);
}

export const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();

/** Picks an option of a list, and waits until the list is gone: the next would open under the one that still closes. */
export async function pick(page: Page, list: Locator, option: string) {
  await list.click();
  await page.getByRole('option', { name: option, exact: true }).click();
  // One that closes is hidden before it is gone, and bears the name of its field as long as it is there.
  await expect(page.getByRole('listbox', { includeHidden: true })).toHaveCount(0);
}

/** The number that a place says in words, once it says it: a page that has just opened may still be empty. */
export async function numberIn(place: Locator, said: RegExp): Promise<number> {
  await expect(place).toContainText(said, { useInnerText: true });
  return Number(said.exec(await place.innerText())![1]);
}
