import { Box, Button } from '@mui/material';
import { memo, useDeferredValue, useMemo } from 'react';
import type { Lane } from '../../app/api/types';
import { count, date, number, range, unbroken } from '../../shared/format';
import { RouteGlyph } from '../../shared/RouteGlyph';
import { VerdictMark } from '../../shared/VerdictMark';
import { LaneQuotes } from './quotes/LaneQuotes';

interface Props {
  lanes: readonly Lane[];
  chosen: string;
  onChoose: (id: string, line?: string) => void;
  onDecide: (id: string) => void;
}

/** As many lanes as a screen shows. */
const SOON = 8;

/** All styles of the table in one place: lanes are drawn anew at each move of the marker, plain elements are quickest. */
const table = {
  '& .row': { position: 'relative', pt: 0.75, pb: 0.25 },
  '& .head, & .row': {
    display: 'grid',
    gridTemplateColumns: {
      xs: '72px minmax(0,1fr) 100px',
      md: '72px minmax(150px, 3fr) minmax(50px, 1fr) 70px 66px 52px 52px 92px 74px',
    },
    columnGap: 1.5,
    alignItems: 'center',
  },
  '& .head': { display: { xs: 'none', md: 'grid' }, color: 'text.secondary', fontSize: 12, pb: 0.5 },
  // Lanes below the fold are laid out when they are scrolled to.
  '& .lane': { borderTop: 1, borderColor: 'divider', contentVisibility: 'auto', containIntrinsicSize: 'auto 59px' },
  '& .lane.open': { backgroundColor: 'background.paper' },
  '& .lane.out': { color: 'text.secondary' },
  '& .whole': {
    position: 'absolute',
    inset: 0,
    border: 0,
    background: 'none',
    cursor: 'pointer',
    '&:focus-visible': { outline: 2, outlineStyle: 'solid', outlineColor: 'primary.main', outlineOffset: -2 },
  },
  '& .name': {
    fontSize: 15,
    fontWeight: 560,
    whiteSpace: { md: 'nowrap' },
    overflow: 'hidden',
    textOverflow: 'ellipsis',
  },
  '& .open .name': { fontWeight: 680 },
  '& .name button': { position: 'relative' },
  '& .right': {
    textAlign: 'right',
    position: 'relative',
    pointerEvents: 'none',
    '& button': { pointerEvents: 'auto' },
  },
  '& .figure': {
    border: 0,
    p: 0,
    background: 'none',
    color: 'inherit',
    font: 'inherit',
    cursor: 'pointer',
    textDecoration: 'underline',
    textUnderlineOffset: 2,
    '&:focus-visible': { outline: 2, outlineStyle: 'solid', outlineColor: 'primary.main' },
  },
  '& .price': { fontWeight: 680, fontSize: 15 },
  '& .wide': { display: { xs: 'none', md: 'block' } },
  '& .small': { fontSize: 13.2, color: 'text.secondary' },
  '& .why': { pl: '84px', pb: 0.75, whiteSpace: 'nowrap', overflow: 'hidden', textOverflow: 'ellipsis' },
  '& .screens': { pl: { xs: 1, md: '84px' }, pb: 1.25, pr: 1, fontSize: 15, lineHeight: 1.5 },
  '& .gate': { display: 'grid', gridTemplateColumns: '84px 1fr', columnGap: 1 },
  '& .bar': { width: '100%', height: 16, color: 'primary.main' },
  '& .out .bar': { color: 'text.secondary' },
  '& .verdict': { gridColumn: { xs: '2 / -1', md: 'auto' } },
} as const;

/** One lane a route, cheapest first; those ruled out stay below with their reason. */
export const Lanes = memo(function Lanes({ lanes, chosen, onChoose, onDecide }: Props) {
  const dearest = Math.max(...lanes.map((l) => l.unit.p90));
  const cheapest = Math.min(...lanes.map((l) => l.unit.p10));
  const ties = lanes.filter((l) => l.tied).length > 1;
  const soon = lanes.slice(0, SOON);
  // Lanes below the fold follow when there is time; whoever drags the marker looks at the first ones.
  const rest = useMemo(
    () => ({ lanes: lanes.slice(SOON), low: cheapest, high: dearest, ties }),
    [lanes, cheapest, dearest, ties],
  );
  const later = useDeferredValue(rest);
  return (
    <Box sx={table}>
      <div className="head" aria-hidden>
        <span />
        <span>route and material</span>
        <span />
        <span className="right">price each</span>
        <span className="right">10–90 %</span>
        <span className="right" title="Likeness to the material of the series parts">
          like
        </span>
        <span className="right">tools</span>
        <span className="right">first article</span>
        <span />
      </div>
      <div role="list" aria-label="Routes, cheapest first">
        <Rows
          lanes={soon}
          chosen={chosen}
          onChoose={onChoose}
          onDecide={onDecide}
          low={cheapest}
          high={dearest}
          ties={ties}
        />
        <Rows {...later} chosen={chosen} onChoose={onChoose} onDecide={onDecide} />
      </div>
    </Box>
  );
});

interface RowsProps extends Props {
  low: number;
  high: number;
  /** More than the leader are inside the noise. */
  ties: boolean;
}

const Rows = memo(function Rows({ lanes, chosen, onChoose, onDecide, low, high, ties }: RowsProps) {
  const at = (price: number) => (Math.log(price / low) / Math.log(Math.max(high / low, 1.01))) * 100;
  return lanes.map((lane) => (
    <LaneRow
      key={lane.route.id}
      lane={lane}
      ties={ties && lane.tied}
      at={at}
      open={lane.route.id === chosen}
      onChoose={onChoose}
      onDecide={onDecide}
    />
  ));
});

interface RowProps {
  lane: Lane;
  ties: boolean;
  at: (price: number) => number;
  open: boolean;
  onChoose: Props['onChoose'];
  onDecide: Props['onDecide'];
}

function LaneRow({ lane, ties, at, open, onChoose, onDecide }: RowProps) {
  const { route, unit } = lane;
  const working = (line: string, of: string, text: string) => (
    <button
      className="figure"
      onClick={() => onChoose(route.id, line)}
      aria-label={`${route.name}: working of the ${of}`}
    >
      {text}
    </button>
  );
  return (
    <div role="listitem" className={`lane ${open ? 'open' : ''} ${lane.verdict === 'out' ? 'out' : ''}`}>
      <div className="row">
        <button
          className="whole"
          aria-label={`${route.name}: ${open ? 'shown in full' : 'show in full'}`}
          aria-expanded={open}
          onClick={() => onChoose(route.id)}
        />
        <RouteGlyph figure={route.figure} tag={route.tag} />
        <span className="name" title={route.name}>
          {route.name}
          {lane.quotes?.some((q) => q.quote.counts && !q.isExpired) && <span className="small"> · quoted</span>}
          {ties && <span className="small"> · {working('chance', 'chance of being cheapest', 'ties')}</span>}
        </span>
        <PriceBar at={at} unit={unit} />
        <span className="right price">{working('each', 'price each', `${number(unit.p50)} €`)}</span>
        <span className="right small wide">
          {number(unit.p10, 2)}–{number(unit.p90, 2)}
        </span>
        <span className="right small wide">
          {lane.likeness && working('likeness', 'likeness', `${number(lane.likeness.share * 100, 2)} %`)}
        </span>
        <span className="right wide">
          {lane.toolSets == null ? 'none' : working('sets', 'tool sets', count(lane.toolSets))}
        </span>
        <span className="right wide">{working('lead', 'first article', date(lane.firstArticle))}</span>
        <span className="verdict">
          <VerdictMark verdict={lane.verdict} />
        </span>
      </div>
      {open && <Screens lane={lane} onDecide={onDecide} />}
    </div>
  );
}

const made = (lane: Lane) => lane.material.name + (lane.cavities > 1 ? `, ${lane.cavities} cavities` : '');

/** All screens of a lane: those that need thought a line each, those passed run together. */
function Screens({ lane, onDecide }: { lane: Lane; onDecide: Props['onDecide'] }) {
  const passed = lane.gates.filter((g) => g.verdict === 'fits');
  const plain = (reason: string) => reason.replace(/\.$/, '');
  return (
    <div className="screens">
      <div className="small">{made(lane)}</div>
      <div>
        <b>Gives up:</b> {lane.givesUp}
      </div>
      <Properties lane={lane} />
      <Tooling lane={lane} />
      {lane.gates
        .filter((g) => g.verdict !== 'fits')
        .map((gate) => (
          <div className="gate" key={gate.name}>
            <VerdictMark verdict={gate.verdict} />
            <span>
              {gate.name}: {unbroken(gate.reason)} <span className="small">{unbroken(gate.remedy ?? '')}</span>
            </span>
          </div>
        ))}
      <Cautions lane={lane} />
      <div className="small">
        <b>Passed:</b> {passed.map((gate) => unbroken(`${gate.name.toLowerCase()}: ${plain(gate.reason)}`)).join(' · ')}
      </div>
      <LaneQuotes lane={lane} />
      {lane.verdict !== 'out' && (
        <Button size="small" onClick={() => onDecide(lane.route.id)}>
          Decide on it
        </Button>
      )}
    </div>
  );
}

/** What may hurt someone on this way, folded until asked for. */
function Cautions({ lane: { cautions } }: { lane: Lane }) {
  if (!cautions?.length) return null;
  return (
    <details className="small">
      <summary>△ Cautions: {cautions.map((c) => c.title.toLowerCase()).join(', ')}</summary>
      {cautions.map((caution) => (
        <div key={caution.id}>
          <b>{caution.title}:</b> {caution.lines.join(' ')}
        </div>
      ))}
      <div>Data sheets, manuals, local rules and qualified people come first.</div>
    </details>
  );
}

/** Each requirement against the material, then how like the series material it is and what drags that down. */
function Properties({ lane: { properties, likeness, material } }: { lane: Lane }) {
  const asked = (properties ?? []).map((p) =>
    p.match === 'meets'
      ? `${p.name.toLowerCase()} ${p.has}`
      : p.match === 'unknown'
        ? `${p.name.toLowerCase()} not known, ${p.asked} asked`
        : `${p.name.toLowerCase()} ${p.has} for ${p.asked}${p.shortPct ? `, short by ${number(p.shortPct, 2)} %` : ''} (${p.must ? 'must' : 'want'})`,
  );
  return (
    <div className="small">
      {asked.length > 0 && (
        <>
          <b>Properties:</b> {asked.join(' · ')}.{' '}
        </>
      )}
      {likeness && (
        <>
          <b>{number(likeness.share * 100, 2)} % like the series material</b>
          {likeness.weakest
            ? `; ${likeness.weakest.name} drags it down: ${likeness.weakest.has} for ${likeness.weakest.of}`
            : `: ${material.name}`}
          .
        </>
      )}
    </div>
  );
}

/** The tool in a line: life, class, runs, who loads it. */
function Tooling({ lane }: { lane: Lane }) {
  const said = [
    lane.lifeShots != null && `a tool lasts ${range(lane.lifeShots)} shots`,
    lane.toolClass,
    `± ${number(lane.toleranceMm, 2)} mm`,
    lane.run && `runs of ${count(lane.run.parts)}, ${number(lane.run.runsAYear, 2)} a year`,
    lane.assist === 'machine' && 'loaded by machine',
  ].filter(Boolean);
  return (
    <div className="small">
      <b>Tool:</b> {said.join(' · ')}.
    </div>
  );
}

/** The span of likely prices on a logarithmic scale common to all lanes, with the middle marked. */
function PriceBar({ at, unit }: { at: (price: number) => number; unit: Lane['unit'] }) {
  const middle = at(unit.p50);
  return (
    <svg className="bar wide" viewBox="0 0 100 16" preserveAspectRatio="none" aria-hidden>
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
        opacity="0.4"
      />
      <line
        x1={middle}
        x2={middle}
        y1="1"
        y2="15"
        stroke="currentColor"
        strokeWidth="2"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
