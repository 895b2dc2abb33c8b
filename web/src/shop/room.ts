import type { Problem } from '../app/api/client';

export interface RoomProps {
  /** Why the last change was not kept. */
  problem: Problem | null;
}
