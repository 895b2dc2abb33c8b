import type { ProjectSummary } from '../api/types';

export interface StepName {
  path: string;
  name: string;
  /** What it is for, in a sentence. */
  does: string;
}

/** The six steps of the work, in order. */
export const steps: readonly StepName[] = [
  { path: 'part', name: 'Part', does: 'take the model in and see whether it can be molded' },
  { path: 'brief', name: 'Brief', does: 'how many, when, and what the part must do' },
  { path: 'routes', name: 'Routes', does: 'every way to make it, costed at every quantity' },
  { path: 'plan', name: 'Plan', does: 'the chosen route as quantities and operations' },
  { path: 'bench', name: 'Bench', does: 'run it: weigh, pour and cure with the clocks running' },
  { path: 'log', name: 'Log', does: 'inspect, sign off, and learn from what happened' },
];

export type StepState = 'done' | 'open' | 'blocked';

/** Whether a step holds something, waits for a hand, or waits for another step (and which). */
export function stateOf(path: string, project: ProjectSummary | undefined): { state: StepState; why?: string } {
  const done = project?.done;
  if (!done) return { state: 'open' };
  switch (path) {
    case 'part':
      return { state: done.part ? 'done' : 'open', why: project.fault ? 'fault' : undefined };
    case 'brief':
      return { state: done.brief ? 'done' : 'open' };
    case 'routes':
      return done.routes
        ? { state: 'done' }
        : done.part
          ? { state: 'open' }
          : { state: 'blocked', why: 'needs a part' };
    case 'plan':
      return done.plan
        ? { state: 'done' }
        : done.routes
          ? { state: 'open' }
          : { state: 'blocked', why: 'needs a route' };
    case 'bench':
      return done.bench
        ? { state: 'done' }
        : done.routes
          ? { state: 'open' }
          : { state: 'blocked', why: 'needs a plan' };
    default:
      return done.log ? { state: 'done' } : done.part ? { state: 'open' } : { state: 'blocked', why: 'needs a part' };
  }
}
