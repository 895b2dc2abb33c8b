import { measured, newFolder, startApplication } from './application.mjs';

/** The demo world, laid in and measured once for all workers; each starts on a copy of its folder. */
export default async function measuredDemo() {
  const application = await startApplication({ data: newFolder() });
  try {
    await measured(application.url, await (await fetch(`${application.url}/api/projects`)).json());
  } finally {
    await application.stop();
  }
  process.env.STAMPO_MEASURED_DEMO = application.data;
  return application.forget;
}
