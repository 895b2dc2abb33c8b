/** Waits until the shapes of these projects are measured: figures are taken of a server that has nothing else to do. */
export async function measured(url, projects) {
  for (const { id } of projects) {
    const study = `${url}/api/projects/${id}/part/study`;
    const phase = async (method) => (await (await fetch(study, { method })).json()).phase;
    for (let now = await phase('POST'); now === 'waiting' || now === 'running'; now = await phase('GET'))
      await new Promise((go) => setTimeout(go, 200));
  }
}
