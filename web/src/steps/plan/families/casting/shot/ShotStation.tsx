import { Figure } from '../../../../../shared/Figure';
import { number } from '../../../../../shared/format';
import { StationSheet, type StationProps } from '../station';
import { BatchCard } from './BatchCard';
import { PourForm } from './PourForm';
import { Zones } from './Zones';

/** One shot: what to weigh, whether there is time to pour it, and what is poured after it. */
export default function ShotStation({ projectId, plan, figures, offers }: StationProps) {
  const { filling } = figures;
  const resins = offers.materials['pour.materialId']!;
  return (
    <>
      <StationSheet inputs={<PourForm projectId={projectId} figures={figures} resins={resins} />}>
        <BatchCard
          batch={figures.batch}
          pour={plan.pour}
          resin={resins.find((r) => r.id === plan.pour.materialId)?.name}
        >
          <Figure
            label={`Demold after, at ${number(filling.cureC)} °C`}
            value={number(filling.demoldH, 2)}
            unit="h"
            line="demold"
          />
        </BatchCard>
      </StationSheet>
      <Zones plan={plan} figures={figures} resins={offers.materials['zones.materialId']!} />
    </>
  );
}
