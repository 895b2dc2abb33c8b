import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import type { Finding, ShapeVerdict } from '../app/api/types';
import type { Look } from './viewer/looks';

const kinds: Record<Finding['severity'], { name: string; color: string }> = {
  fault: { name: 'Needs a hand', color: 'error.main' },
  warning: { name: 'Look at', color: 'warning.main' },
  note: { name: 'Note', color: 'text.secondary' },
};

const looks: Partial<Record<NonNullable<Finding['concern']>, Look>> = {
  wall: 'ball',
  section: 'ball',
  draft: 'draft',
  undercut: 'undercut',
};

export const lookFor = (finding: Finding): Look => looks[finding.concern ?? 'mesh'] ?? 'plain';

interface Props {
  findings: readonly Finding[];
  verdicts?: readonly ShapeVerdict[];
  watertight?: boolean;
  /** The finding that is flown to. */
  at?: string | null;
  onShow?: (finding: Finding) => void;
}

/** What was found, the worst first; what no route minds is folded away; nothing found is said too. */
export function Findings({ findings, verdicts = [], watertight, at, onShow }: Props) {
  const [all, setAll] = useState(false);
  const order = ['fault', 'warning', 'note'];
  const sorted = findings.toSorted((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity));
  const minded = new Set(verdicts.filter((v) => v.verdict !== 'fits').map((v) => v.concern));
  // Until routes have spoken, everything counts.
  const matters = (f: Finding) =>
    !f.concern || f.concern === 'mesh' || f.severity === 'fault' || verdicts.length === 0 || minded.has(f.concern);
  const folded = sorted.filter((f) => !matters(f));
  return (
    <>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, my: 1.5 }} aria-label="Findings">
        {sorted.filter(matters).map((finding) => (
          <Item key={finding.code} finding={finding} current={finding.code === at} onShow={onShow} />
        ))}
        {watertight && !findings.some((f) => f.severity === 'fault') && (
          <Box component="li" sx={{ borderLeft: 3, borderColor: 'primary.main', pl: 1.5, mb: 1 }}>
            Closed, one solid, all faces outward: fit to be costed.
          </Box>
        )}
        {all &&
          folded.map((finding) => (
            <Item key={finding.code} finding={finding} current={finding.code === at} onShow={onShow} />
          ))}
      </Box>
      {folded.length > 0 && (
        <Button onClick={() => setAll(!all)} aria-expanded={all}>
          {all ? 'Fold away what no route minds' : `${folded.length} more that no route minds`}
        </Button>
      )}
    </>
  );
}

function Item({
  finding,
  current,
  onShow,
}: {
  finding: Finding;
  current: boolean;
  onShow?: (finding: Finding) => void;
}) {
  const { name, color } = kinds[finding.severity];
  return (
    <Box
      component="li"
      sx={{
        borderLeft: current ? 6 : 3,
        borderColor: color,
        pl: 1.5,
        py: 0.25,
        mb: 1,
        display: 'flex',
        alignItems: 'start',
      }}
    >
      <Box sx={{ flex: 1 }}>
        <Typography component="span" sx={{ color, fontWeight: 640 }}>
          {name}.{' '}
        </Typography>
        {finding.text}
      </Box>
      {finding.place && onShow && (
        <Button
          onClick={() => onShow(finding)}
          aria-label={`Show where: ${finding.text}`}
          aria-current={current}
          sx={{ flexShrink: 0, minWidth: 0, py: 0 }}
        >
          Show
        </Button>
      )}
    </Box>
  );
}
