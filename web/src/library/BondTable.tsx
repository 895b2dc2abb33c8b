import { Box, Typography } from '@mui/material';
import type { Library } from '../app/api/types';
import { VerdictMark } from '../shared/VerdictMark';

const words: Record<string, string> = {
  pcabs: 'PC/ABS',
  pa: 'PA',
  pa12: 'PA12',
  abs: 'ABS',
  pc: 'PC',
  pp: 'PP',
  hdpe: 'HDPE',
  pom: 'POM',
  pmma: 'PMMA',
  tpe: 'TPE',
  tpu: 'TPU',
  pu: 'cast urethane',
  silicone: 'silicone',
  nr: 'natural rubber',
  epdm: 'EPDM',
  nbr: 'NBR',
  acrylate: 'printed resin',
  metal: 'metal',
};
const verdicts = { good: 'fits', fair: 'atRisk', poor: 'out' } as const;

/** Which soft material holds on which substrate by chemistry; any pair not named counts as poor until it is tried. */
export function BondTable({ bonds }: { bonds: Library['bonds'] }) {
  const order = { good: 0, fair: 1, poor: 2 };
  return (
    <>
      <Typography color="textSecondary">
        By chemistry alone. Poor pairs want interlocks; fair ones plasma, primer or a grade made for it. A pair not
        named here counts as poor until somebody vouches for it.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(330px, 1fr))', columnGap: 4, mt: 1 }}>
        {bonds
          .toSorted((a, b) => order[a.strength] - order[b.strength])
          .map((bond) => (
            <Box key={bond.substrate + bond.soft} sx={{ borderTop: 1, borderColor: 'divider', py: 0.5 }}>
              <Box sx={{ display: 'flex', gap: 1 }}>
                <Typography sx={{ flex: 1, fontWeight: 600 }}>
                  {words[bond.soft] ?? bond.soft} on {words[bond.substrate] ?? bond.substrate}
                </Typography>
                <VerdictMark verdict={verdicts[bond.strength]} says={bond.strength} />
              </Box>
              <Typography variant="body2" color="textSecondary">
                {bond.note}
              </Typography>
            </Box>
          ))}
      </Box>
    </>
  );
}
