import { Box, Button, Typography } from '@mui/material';
import { useFormContext } from 'react-hook-form';
import type { FormingChoices, FormingFigures } from '../../../../../app/api/types';
import { number } from '../../../../../shared/format';

type Search = NonNullable<FormingFigures['search']>;

/** What plugs of several depths, widths and temperatures leave, and what uneven heat does. */
export function SearchPanel({ search }: { search: Search }) {
  const { setValue } = useFormContext<FormingChoices>();
  const takePlug = (plug: Search['plugs'][number]) => {
    setValue('way.plugDepthMm', Math.round(plug.depthMm * 10) / 10);
    setValue('way.plugRadiusMm', Math.round(plug.radiusMm * 10) / 10);
    setValue('way.plugHold', plug.hold);
    setValue('way.way', 'plug');
  };
  const { bestZones } = search;
  return (
    <>
      <Typography variant="body2" sx={{ my: 1 }}>
        {number(search.plainMm, 3)} mm without plug and with even heat, on sheets as coarse as these: they say which is
        better.
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 4 }}>
        {[...new Set(search.plugs.map((p) => p.hold))].map((hold) => (
          <Plugs key={hold} search={search} hold={hold} onTake={takePlug} />
        ))}
        {bestZones && (
          <Box>
            <Typography variant="h3">Heat by place, best found</Typography>
            <Box
              role="img"
              aria-label={`Heat by place, three by three: ${bestZones.shares.map((s) => `${Math.round(100 * s)} %`).join(', ')}`}
              sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 58px)', my: 1 }}
            >
              {bestZones.shares.map((share, i) => (
                <Box key={i} sx={{ border: 1, borderColor: 'divider', p: 0.75, textAlign: 'center' }}>
                  <Box
                    aria-hidden
                    sx={{ height: 4, width: `${share * 70}%`, backgroundColor: 'warning.main', mb: 0.5 }}
                  />
                  {Math.round(100 * share)} %
                </Box>
              ))}
            </Box>
            <Typography variant="body2">
              leaves {number(bestZones.minMm, 3)} mm{' '}
              <Button sx={{ p: 0 }} onClick={() => setValue('sheet.zones', [...bestZones.shares])}>
                Heat it so
              </Button>
            </Typography>
          </Box>
        )}
      </Box>
    </>
  );
}

function Plugs({
  search,
  hold,
  onTake,
}: {
  search: Search;
  hold: number;
  onTake: (plug: Search['plugs'][number]) => void;
}) {
  const plugs = search.plugs.filter((p) => p.hold === hold);
  const radii = [...new Set(plugs.map((p) => p.radiusMm))];
  const depths = [...new Set(plugs.map((p) => p.depthMm))];
  const best = Math.max(...search.plugs.map((p) => p.minMm));
  return (
    <Box>
      <Typography variant="h3">{hold < 0.5 ? 'A plug as hot as the sheet' : 'A plug of board or foam'}</Typography>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          my: 1,
          '& th, & td': { p: 0.5, border: 1, borderColor: 'divider', textAlign: 'right' },
        }}
      >
        <thead>
          <tr>
            <th scope="col">deep \ wide, mm</th>
            {radii.map((r) => (
              <th scope="col" key={r}>
                ⌀ {number(2 * r, 3)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {depths.map((depth) => (
            <tr key={depth}>
              <th scope="row">{number(depth, 3)}</th>
              {radii.map((radius) => {
                const plug = plugs.find((p) => p.depthMm === depth && p.radiusMm === radius);
                return (
                  <td key={radius}>
                    {plug ? (
                      <Button
                        sx={{ p: 0, minWidth: 0, fontWeight: plug.minMm === best ? 700 : 400 }}
                        color={plug.minMm > search.plainMm ? 'primary' : 'error'}
                        aria-label={`Take a plug ${number(depth, 3)} mm deep, ${number(2 * radius, 3)} mm wide: leaves ${number(plug.minMm, 3)} mm`}
                        onClick={() => onTake(plug)}
                      >
                        {number(plug.minMm, 3)}
                      </Button>
                    ) : (
                      'hits'
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
