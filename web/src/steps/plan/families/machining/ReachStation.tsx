import { Box, Typography } from '@mui/material';
import type { MachiningChoices, MachiningFigures } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { PlanFindings } from '../../PlanFindings';
import { number } from '../../../../shared/format';
import { boxSides } from '../../boxSides';
import { PlanNumber } from '../../planForm';
import { FigureGrid, StationSheet, type StationProps } from './station';

/** Which sides face the spindle in turn, what each finishes, and what no straight cutter reaches. */
export default function ReachStation({ figures, work }: StationProps) {
  return (
    <StationSheet
      inputs={
        <>
          <PlanNumber<MachiningChoices>
            name="cutter.diameterMm"
            label="Smallest cutter"
            unit="mm"
            min={0.3}
            max={50}
            hint={`inner corners ${number(figures.cornerMm, 2)} mm round`}
          />
          <PlanNumber<MachiningChoices>
            name="cutter.reachDiameters"
            label="Free length"
            unit="× ⌀"
            min={1}
            max={30}
            hint="longer bends"
          />
          <PlanNumber<MachiningChoices>
            name="cutter.scallopMm"
            label="Ridges of the finish"
            unit="mm"
            min={0.001}
            max={1}
            hint={`${number(figures.stepoverMm, 2)} mm between passes`}
          />
        </>
      }
    >
      <PlanFindings findings={work.at.reach ?? []} />
      {figures.access ? (
        <Clampings access={figures.access} />
      ) : (
        <Figure label="Clampings, from what is stated" value={number(figures.setUps)} />
      )}
    </StationSheet>
  );
}

function Clampings({ access }: { access: NonNullable<MachiningFigures['access']> }) {
  return (
    <>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {access.setUps.length} {access.setUps.length === 1 ? 'clamping' : 'clampings'}
      </Typography>
      <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none', maxWidth: 620 }}>
        {access.setUps.map((one) => {
          const share = one.finishesCm2 / access.surfaceCm2;
          return (
            <Box
              component="li"
              key={one.side}
              sx={{
                display: 'grid',
                gridTemplateColumns: '44px 1fr 190px',
                alignItems: 'center',
                columnGap: 2,
                py: 0.5,
                borderBottom: 1,
                borderColor: 'divider',
              }}
            >
              <b>{boxSides[one.side!]}</b>
              <Box aria-hidden sx={{ height: 10, backgroundColor: 'divider' }}>
                <Box sx={{ height: 10, width: `${100 * share}%`, backgroundColor: 'primary.main' }} />
              </Box>
              <Typography variant="body2" sx={{ textAlign: 'right' }}>
                finishes {number(100 * share, 2)} %, {number(one.deepestMm, 3)} mm down
              </Typography>
            </Box>
          );
        })}
      </Box>
      <FigureGrid>
        <Figure label="Surface" value={number(access.surfaceCm2, 3)} unit="cm²" line="surfaceCm2" />
        <Figure label="Seen from no side" value={number(access.hiddenCm2, 2)} unit="cm²" line="hiddenCm2" />
        <Figure
          label="Between walls closer than the cutter"
          value={number(access.narrowCm2, 2)}
          unit="cm²"
          line="narrowCm2"
        />
        <Figure label="Deeper than it is long" value={number(access.deepCm2, 2)} unit="cm²" line="deepCm2" />
        <Figure
          label="Inner corners sharper than the cutter"
          value={number(access.corners.lengthMm, 3)}
          unit="mm"
          line="cornersMm"
        />
      </FigureGrid>
    </>
  );
}
