import { Box, Button, Typography } from '@mui/material';
import { useFormContext } from 'react-hook-form';
import type { FormingChoices, FormingFigures } from '../../../../../app/api/types';
import { number } from '../../../../../shared/format';
import { stackingTable } from '../../../../../shared/stackingTable';
import { faceNames, wayNames } from '../names';

type Way = FormingFigures['ways'][number];

/** The ways on the same sheet, beside each other at their thinnest places. */
export function WaysTable({ figures, cm3Each }: { figures: FormingFigures; cm3Each: number }) {
  const { setValue } = useFormContext<FormingChoices>();
  const { ways, need } = figures;
  return (
    <Box component="table" sx={{ ...stackingTable, mb: 1.5 }}>
      <thead>
        <tr>
          <th scope="col">Way</th>
          <th scope="col">Left of {number(need.gaugeMm)} mm, thinnest to thickest</th>
          <th scope="col">Gauge for the need</th>
          <th scope="col">In the part</th>
          <th scope="col">Crisp</th>
          <th scope="col">Depth ÷ width</th>
          <th scope="col">Choice</th>
        </tr>
      </thead>
      <tbody>
        {ways.map((one, i) => (
          <tr key={one.way} aria-current={i === 0 || undefined}>
            <td>
              <b>{wayNames[one.way!]}</b>
            </td>
            <td data-of="left">{one.sheet ? <Left way={one} sheet={one.sheet} need={need} /> : 'not simulated yet'}</td>
            <td data-of="gauge">{one.gaugeMm != null && `${number(one.gaugeMm, 3)} mm`}</td>
            <td data-of="in the part">
              {one.sheet &&
                `${number((100 * one.sheet.partCm3) / one.sheet.sheetCm3, 2)} % of ${number(cm3Each, 3)} cm³`}
            </td>
            <td data-of="crisp">{faceNames[one.crisp!]}</td>
            <td data-of="depth">
              {one.depthShare != null && number(one.depthShare, 2)}{' '}
              <Typography component="span" variant="body2" color="textSecondary">
                of {number(one.mostShare, 2)}
              </Typography>
            </td>
            <td>
              {i === 0 ? (
                'planned'
              ) : (
                <Button sx={{ p: 0 }} onClick={() => setValue('way.way', one.way)}>
                  Take it
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

const WIDE = 190;

/** From thinnest over the mean to thickest on one scale, with the need as a line. */
function Left({ way, sheet, need }: { way: Way; sheet: NonNullable<Way['sheet']>; need: FormingFigures['need'] }) {
  const x = (mm: number) => (WIDE * Math.min(mm, sheet.gaugeMm)) / sheet.gaugeMm;
  const enough = sheet.minMm * (need.leastGaugeMm / need.gaugeMm) >= need.thinnestMm;
  return (
    <>
      <Box
        component="svg"
        viewBox={`0 0 ${WIDE} 22`}
        width={WIDE}
        height={22}
        role="img"
        aria-label={`${wayNames[way.way!]}: ${number(sheet.minMm, 3)} mm at the thinnest, ${number(sheet.meanMm, 3)} mm on average, ${number(need.thinnestMm, 3)} mm needed`}
        sx={{ display: 'block', color: enough ? 'primary.main' : 'error.main' }}
      >
        <rect x={0} y={9} width={WIDE} height={4} fill="currentColor" opacity={0.15} />
        <rect
          x={x(sheet.minMm)}
          y={7}
          width={x(sheet.maxMm) - x(sheet.minMm)}
          height={8}
          fill="currentColor"
          opacity={0.35}
        />
        <rect x={x(sheet.minMm) - 1.5} y={4} width={3} height={14} fill="currentColor" />
        <circle cx={x(sheet.meanMm)} cy={11} r={3.5} fill="currentColor" />
        <Box component="g" sx={{ color: 'text.primary' }}>
          <line
            x1={x(need.thinnestMm)}
            x2={x(need.thinnestMm)}
            y1={0}
            y2={22}
            stroke="currentColor"
            strokeDasharray="3 2"
          />
        </Box>
      </Box>
      <Typography component="span" variant="body2" color={enough ? undefined : 'error'}>
        {number(sheet.minMm, 3)} mm at the thinnest, {number(sheet.meanMm, 3)} on average
        {sheet.isFirstLook && ', first look'}
      </Typography>
    </>
  );
}
