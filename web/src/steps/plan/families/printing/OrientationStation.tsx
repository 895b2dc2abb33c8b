import { Box, Button, Typography } from '@mui/material';
import { useFormContext } from 'react-hook-form';
import type { PrintingChoices, PrintingFigures } from '../../../../app/api/types';
import { PlanFindings } from '../../PlanFindings';
import { number } from '../../../../shared/format';
import { stackingTable } from '../../../../shared/stackingTable';
import { boxSides } from '../../boxSides';
import type { StationProps } from './station';

type Weighed = PrintingFigures['stances'][number];

/** Each side of the part up, weighed: printer time, support and the hands on what it leaves. */
export default function OrientationStation({ figures, plan, work }: StationProps) {
  const { setValue } = useFormContext<PrintingChoices>();
  const { chosen, stances } = figures;
  return (
    <>
      <PlanFindings findings={work.at.orientation ?? []} />
      <Typography sx={{ mb: 1 }}>
        {plan.build.up == null ? 'The cheapest stands first and is planned.' : 'Chosen by hand.'} A part costs so much
        of printer, support and hands with each side up; material and the rest are the same.
      </Typography>
      <Box component="table" sx={stackingTable}>
        <thead>
          <tr>
            <th scope="col">Up</th>
            <th scope="col">Stands</th>
            <th scope="col">In a build</th>
            <th scope="col">One build</th>
            <th scope="col">Support</th>
            <th scope="col">Stairs show on</th>
            <th scope="col">Hands</th>
            <th scope="col">Each</th>
            <th scope="col">Choice</th>
          </tr>
        </thead>
        <tbody>
          {stances.map((one) => (
            <tr key={one.stance.up} aria-current={one.stance.up === chosen.stance.up || undefined}>
              <td>
                <b>{boxSides[one.stance.up!]}</b>
              </td>
              <td data-of="high">
                <Standing one={one} largest={Math.max(...stances.map((s) => s.stance.heightMm))} />
                {number(one.stance.heightMm, 3)} mm
              </td>
              <td data-of="in a build">{one.onPlatform === 0 ? 'does not fit whole' : number(one.onPlatform)}</td>
              <td data-of="build">{number(one.buildH, 2)} h</td>
              <td data-of="support">{number(one.supportG, 2)} g</td>
              <td data-of="stairs">{number(100 * one.stance.stairShare, 2)} %</td>
              <td data-of="hands">{number(60 * one.finishH, 2)} min</td>
              <td data-of="each">
                <b>{number(one.costEach)} €</b>
              </td>
              <td>
                {one.stance.up === chosen.stance.up ? (
                  'planned'
                ) : (
                  <Button sx={{ p: 0 }} onClick={() => setValue('build.up', one.stance.up)}>
                    Take it
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Box>
      {plan.build.up != null && (
        <Button sx={{ mt: 1, p: 0 }} onClick={() => setValue('build.up', null)}>
          Back to the cheapest
        </Button>
      )}
    </>
  );
}

/** The box as it stands on the platform, seen from the side, to one scale. */
function Standing({ one, largest }: { one: Weighed; largest: number }) {
  const high = (26 * one.stance.heightMm) / largest;
  const long = (26 * Math.max(...one.stance.floorMm)) / largest;
  return (
    <Box
      component="svg"
      viewBox="0 0 60 30"
      width={60}
      height={30}
      aria-hidden
      sx={{ mr: 1, verticalAlign: 'middle', color: 'primary.main' }}
    >
      <line x1="0" x2="60" y1="28.5" y2="28.5" stroke="currentColor" strokeWidth="1.5" />
      <rect
        x={30 - Math.min(29, long / 2)}
        y={28 - high}
        width={Math.min(58, long)}
        height={high}
        fill="currentColor"
        opacity="0.35"
      />
    </Box>
  );
}
