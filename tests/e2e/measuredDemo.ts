import { newFolder, startApplication } from './application.mjs';

/** The demo world, laid in and measured once for all workers; each starts on a copy of its folder. */
export default async function measuredDemo() {
  const application = await startApplication({ data: newFolder() });
  const projects = (await (await fetch(`${application.url}/api/projects`)).json()) as { id: string }[];
  for (const { id } of projects) {
    let phase = '';
    do {
      await new Promise((wait) => setTimeout(wait, 100));
      ({ phase } = (await (await fetch(`${application.url}/api/projects/${id}/part/study`)).json()) as {
        phase: string;
      });
    } while (phase === 'waiting' || phase === 'running');
  }
  await application.stop();
  process.env.STAMPO_MEASURED_DEMO = application.data;
  return application.forget;
}
