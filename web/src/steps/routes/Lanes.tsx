import { Box, ButtonBase, Link, Typography } from '@mui/material';
import type { Lane } from '../../app/api/types';
import { count, date, number } from '../../shared/format';
import { RouteGlyph } from '../../shared/RouteGlyph';
import { VerdictMark } from '../../shared/VerdictMark';

interface Props {
  lanes: readonly Lane[];
  chosen: string;
  onChoose: (id: string, line?: string) => void;
}

const columns = { xs: '72px minmax(0,1fr) 120px', md: '72px 218px minmax(90px, 1fr) 74px 86px 70px 92px 74px' };

/** One lane a route, cheapest first; those ruled out stay below with their reason. */
export function Lanes({ lanes, chosen, onChoose }: Props) {
  const dearest = Math.max(...lanes.map((l) => l.unit.p90));
  const cheapest = Math.min(...lanes.map((l) => l.unit.p10));
  const at = (price: number) => (Math.log(price / cheapest) / Math.log(Math.max(dearest / cheapest, 1.01))) * 100;
  return (
    <Box role="list" aria-label="Routes, cheapest first">
      <Box
        aria-hidden
        sx={{
          display: { xs: 'none', md: 'grid' },
          gridTemplateColumns: columns,
          columnGap: 1.5,
          color: 'text.secondary',
          fontSize: 12,
          pb: 0.5,
        }}
      >
        <span />
        <span>route and material</span>
        <span></span>
        <Box sx={{ textAlign: 'right' }}>price each</Box>
        <Box sx={{ textAlign: 'right' }}>10–90 %</Box>
        <Box sx={{ textAlign: 'right' }}>tool sets</Box>
        <Box sx={{ textAlign: 'right' }}>first article</Box>
        <span />
      </Box>
      {lanes.map((lane) => (
        <LaneRow key={lane.route.id} lane={lane} at={at} open={lane.route.id === chosen} onChoose={onChoose} />
      ))}
    </Box>
  );
}

function LaneRow({
  lane,
  at,
  open,
  onChoose,
}: {
  lane: Lane;
  at: (price: number) => number;
  open: boolean;
  onChoose: Props['onChoose'];
}) {
  const { route, unit } = lane;
  const out = lane.verdict === 'out';
  const working = (line: string) => onChoose(route.id, line);
  return (
    <Box
      role="listitem"
      sx={{
        borderTop: 1,
        borderColor: 'divider',
        backgroundColor: open ? 'background.paper' : undefined,
        color: out ? 'text.secondary' : undefined,
      }}
    >
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: columns,
          columnGap: 1.5,
          alignItems: 'center',
          position: 'relative',
          pt: 0.75,
          pb: open ? 0.5 : 0.25,
        }}
      >
        <ButtonBase
          aria-label={`${route.name}: ${open ? 'shown in full' : 'show in full'}`}
          aria-expanded={open}
          onClick={() => onChoose(route.id)}
          sx={{
            position: 'absolute',
            inset: 0,
            '&:focus-visible': { outline: 2, outlineStyle: 'solid', outlineColor: 'primary.main', outlineOffset: -2 },
          }}
        />
        <RouteGlyph figure={route.figure} tag={route.tag} />
        <Typography noWrap sx={{ fontWeight: open ? 680 : 560 }}>
          {route.name}
        </Typography>
        <PriceBar at={at} unit={unit} out={out} />
        <Box sx={{ textAlign: 'right', position: 'relative' }}>
          <Link
            component="button"
            color="inherit"
            onClick={() => working('each')}
            aria-label={`${route.name}: working of the price each`}
            sx={{ fontWeight: 680, fontSize: 15, textDecorationStyle: 'dotted' }}
          >
            {number(unit.p50)} €
          </Link>
        </Box>
        <Typography
          variant="body2"
          color="textSecondary"
          noWrap
          sx={{ textAlign: 'right', display: { xs: 'none', md: 'block' } }}
        >
          {number(unit.p10, 2)}–{number(unit.p90, 2)}
        </Typography>
        <Box sx={{ textAlign: 'right', position: 'relative', display: { xs: 'none', md: 'block' } }}>
          {lane.toolSets == null ? (
            'none'
          ) : (
            <Link
              component="button"
              color="inherit"
              onClick={() => working('sets')}
              aria-label={`${route.name}: working of the tool sets`}
              sx={{ textDecorationStyle: 'dotted' }}
            >
              {count(lane.toolSets)}
            </Link>
          )}
        </Box>
        <Typography variant="body2" sx={{ textAlign: 'right', display: { xs: 'none', md: 'block' } }}>
          {date(lane.firstArticle)}
        </Typography>
        <Box sx={{ gridColumn: { xs: '2 / -1', md: 'auto' } }}>
          <VerdictMark verdict={lane.verdict} />
        </Box>
      </Box>
      {open ? <Screens lane={lane} /> : <Why lane={lane} />}
    </Box>
  );
}

/** The material, and the first reason a lane is not a plain yes, so that nothing has to be opened to know it. */
function Why({ lane }: { lane: Lane }) {
  const gate = lane.verdict === 'fits' ? undefined : lane.gates.find((g) => g.verdict === lane.verdict);
  return (
    <Typography variant="body2" noWrap title={gate?.reason} sx={{ pl: '84px', pb: 0.75, color: 'text.secondary' }}>
      <Made lane={lane} />
      {gate && `; ${gate.name.toLowerCase()}: ${gate.reason}`}
    </Typography>
  );
}

function Made({ lane }: { lane: Lane }) {
  return (
    <>
      {lane.material.name}
      {lane.cavities > 1 && `, ${lane.cavities} cavities`}
    </>
  );
}

/** All screens of a lane: those that need thought a line each, those passed run together. */
function Screens({ lane }: { lane: Lane }) {
  const passed = lane.gates.filter((g) => g.verdict === 'fits');
  return (
    <Box sx={{ pl: { xs: 1, md: '84px' }, pb: 1.25, pr: 1 }}>
      <Typography variant="body2" color="textSecondary">
        <Made lane={lane} />
      </Typography>
      <Typography>
        <b>Gives up:</b> {lane.givesUp}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {lane.gates
          .filter((g) => g.verdict !== 'fits')
          .map((gate) => (
            <Box component="li" key={gate.name} sx={{ display: 'grid', gridTemplateColumns: '84px 1fr', columnGap: 1 }}>
              <VerdictMark verdict={gate.verdict} />
              <span>
                {gate.name}: {gate.reason}
                {gate.remedy && (
                  <Typography component="span" color="textSecondary">
                    {' '}
                    {gate.remedy}
                  </Typography>
                )}
              </span>
            </Box>
          ))}
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 0.25 }}>
        <b>Passed:</b>{' '}
        {passed.map((gate) => `${gate.name.toLowerCase()}: ${gate.reason.replace(/\.$/, '')}`).join(' · ')}
      </Typography>
    </Box>
  );
}

/** The span of likely prices on a logarithmic scale common to all lanes, with the middle marked. */
function PriceBar({ at, unit, out }: { at: (price: number) => number; unit: Lane['unit']; out: boolean }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 100 16"
      preserveAspectRatio="none"
      aria-hidden
      sx={{
        width: '100%',
        height: 16,
        display: { xs: 'none', md: 'block' },
        color: out ? 'text.secondary' : 'primary.main',
      }}
    >
      <line
        x1="0"
        x2="100"
        y1="8"
        y2="8"
        stroke="currentColor"
        strokeOpacity="0.25"
        vectorEffect="non-scaling-stroke"
      />
      <rect
        x={at(unit.p10)}
        width={Math.max(0.8, at(unit.p90) - at(unit.p10))}
        y="4"
        height="8"
        fill="currentColor"
        opacity={out ? 0.25 : 0.45}
      />
      <line
        x1={at(unit.p50)}
        x2={at(unit.p50)}
        y1="1"
        y2="15"
        stroke="currentColor"
        strokeWidth="2"
        vectorEffect="non-scaling-stroke"
      />
    </Box>
  );
}
