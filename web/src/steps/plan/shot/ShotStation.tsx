import { StationSheet, type StationProps } from '../station';
import { BatchCard } from './BatchCard';
import { PourForm } from './PourForm';

/** One shot: what to weigh, and whether there is time to pour it. */
export default function ShotStation({ projectId, plan, answer, whole }: StationProps) {
  return (
    <StationSheet inputs={<PourForm projectId={projectId} answer={answer} resins={whole.resins} />}>
      <BatchCard
        batch={answer.batch}
        pour={plan.pour}
        resins={whole.resins}
        demoldH={answer.filling.demoldH}
        cureC={answer.filling.cureC}
      />
    </StationSheet>
  );
}
