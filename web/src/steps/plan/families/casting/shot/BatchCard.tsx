import { Box, ButtonBase, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { CastingChoices, CastingFigures } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { count, number } from '../../../../../shared/format';
import { useWorking } from '../../../../../shared/useWorking';
import { PotLifeBar } from '../PotLifeBar';
import { PlanFindings } from '../../../PlanFindings';

type Batch = CastingFigures['batch'];

interface Props {
  batch: Batch;
  pour: CastingChoices['pour'];
  /** Its name; its material while the library has it. */
  resin?: string;
  /** Of its lines in the working, when it is not the first pour. */
  prefix?: string;
  /** What is known of this pour alone. */
  children?: ReactNode;
}

/** What to weigh, in digits that are read across a bench, and whether there is time to pour it. */
export function BatchCard({ batch, pour, resin, prefix = '', children }: Props) {
  const [first, ...more] = batch.charges;
  const alike = more.every((c) => c.cavities === first?.cavities);
  const steps = decimals(pour.scaleStepG);
  return (
    <section aria-label="Batch card">
      <Typography sx={{ fontSize: 15 }}>
        <b>{resin}</b> for {count(pour.cavities)} {pour.cavities === 1 ? 'part' : 'parts'}
        {batch.charges.length > 1 && `, in ${batch.charges.length} charges one after the other`}
      </Typography>
      {first && alike ? (
        <Cups charge={first} steps={steps} prefix={prefix} each={batch.charges.length > 1} />
      ) : (
        batch.charges.map((charge, i) => (
          <Cups
            key={i}
            charge={charge}
            steps={steps}
            prefix={prefix}
            label={`Charge ${i + 1}: ${charge.cavities} ${charge.cavities === 1 ? 'cavity' : 'cavities'}`}
          />
        ))
      )}
      <PotLife batch={batch} prefix={prefix} />
      <PlanFindings findings={batch.messages} />
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, columnGap: 4 }}>
        <Figure label="In the cavities" value={number(batch.netCm3, 4)} unit="cm³" line={`${prefix}net`} />
        <Figure label="Poured, with loss" value={number(batch.pouredCm3, 4)} unit="cm³" line={`${prefix}poured`} />
        <Figure
          label="Density of the mix"
          value={number(batch.densityGPerCm3, 4)}
          unit="g/cm³"
          line={`${prefix}density`}
        />
        <Figure label="Mass needed" value={number(batch.massG, 4)} unit="g" line={`${prefix}mass`} />
        <Figure label="Weighed in all" value={number(batch.weighedG, 5)} unit="g" line={`${prefix}a`} />
        <Figure label="Ratio off by" value={number(batch.ratioErrorPct, 2)} unit="%" line={`${prefix}ratio`} />
        <Figure
          label="Degassing vessel, at least"
          value={number(batch.degasVesselCm3, 3)}
          unit="cm³"
          line={`${prefix}vessel`}
        />
        {children}
      </Box>
    </section>
  );
}

function Cups({
  charge,
  steps,
  prefix,
  each,
  label,
}: {
  charge: Batch['charges'][number];
  steps: number;
  prefix: string;
  each?: boolean;
  label?: string;
}) {
  return (
    <Box sx={{ my: 1.5 }}>
      {label && (
        <Typography variant="h3" component="h2">
          {label}
        </Typography>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
        <Cup
          name="A"
          grams={charge.aG}
          steps={steps}
          line={`${prefix}a`}
          note={
            charge.fillerG > 0
              ? `with ${charge.fillerG.toFixed(steps)} g filler stirred in first`
              : each
                ? 'each charge'
                : undefined
          }
        />
        <Cup name="B" grams={charge.bG} steps={steps} line={`${prefix}b`} note={each ? 'each charge' : undefined} />
      </Box>
    </Box>
  );
}

/** A cup seen from the side, filled, with its letter and its grams. */
function Cup({
  name,
  grams,
  steps,
  line,
  note,
}: {
  name: string;
  grams: number;
  steps: number;
  line: string;
  note?: string;
}) {
  const { open, show } = useWorking();
  return (
    <ButtonBase
      onClick={() => show(open === line ? null : line)}
      aria-label={`Cup ${name}: ${grams.toFixed(steps)} grams; show the working`}
      sx={{
        display: 'block',
        textAlign: 'left',
        position: 'relative',
        px: 2.5,
        py: 1.5,
        borderTop: 2,
        borderColor: 'text.primary',
        backgroundColor: 'background.paper',
        clipPath: 'polygon(0 0, 100% 0, 96% 100%, 4% 100%)',
      }}
    >
      <Typography component="span" sx={{ fontWeight: 680, ml: 1 }}>
        Cup {name}
      </Typography>
      <Typography component="span" color="textSecondary" variant="body2" sx={{ ml: 1 }}>
        {note}
      </Typography>
      <Typography
        variant="mono"
        component="div"
        data-testid={`cup-${name}`}
        sx={{ fontSize: { xs: 34, sm: 46 }, fontWeight: 700, textAlign: 'center', lineHeight: 1.2 }}
      >
        {grams.toFixed(steps)}
        <Typography component="span" color="textSecondary" sx={{ fontSize: 20, ml: 1 }}>
          g
        </Typography>
      </Typography>
    </ButtonBase>
  );
}

function PotLife({ batch, prefix }: { batch: Batch; prefix: string }) {
  // With charges of different size the tightest one counts.
  const tightest = batch.charges.reduce((a, b) =>
    (b.workingTimeMin ?? 0) - (b.timeNeededMin ?? 0) < (a.workingTimeMin ?? 0) - (a.timeNeededMin ?? 0) ? b : a,
  );
  const { workingTimeMin: working, timeNeededMin: needed } = tightest;
  if (working == null || needed == null) return null;
  return (
    <PotLifeBar
      title="Pot life from first contact"
      working={working}
      needed={needed}
      line={`${prefix}working`}
      what="it gels"
    />
  );
}

const decimals = (step: number) => Math.max(0, Math.min(4, -Math.floor(Math.log10(step) + 1e-9)));
