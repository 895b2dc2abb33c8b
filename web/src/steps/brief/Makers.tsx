import { Box } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Brief } from '../../app/api/types';
import { Folded } from '../../shared/Folded';
import { FormChoice } from '../../shared/formFields';

const makers = { inHouse: 'in house', boughtIn: 'bought in', farBoughtIn: 'bought in from far' };

/** Who makes what: a supplier adds his overhead, a queue and, from far, freight and weeks. */
export function Makers() {
  const { control } = useFormContext<Brief>();
  const { metalTools, softMolds, parts } = useWatch({ control, name: 'sources' });
  return (
    <Folded
      label="Who makes it"
      says={`metal tools ${makers[metalTools]}, soft molds and patterns ${makers[softMolds]}, printed and machined parts ${makers[parts]}`}
    >
      <Box role="group" aria-label="Who makes it" sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <FormChoice<Brief>
          name="sources.metalTools"
          label="Metal tools"
          options={Object.keys(makers)}
          names={makers}
          sx={{ width: 178 }}
        />
        <FormChoice<Brief>
          name="sources.softMolds"
          label="Soft molds, patterns"
          options={['inHouse', 'boughtIn']}
          names={makers}
          sx={{ width: 150 }}
        />
        <FormChoice<Brief>
          name="sources.parts"
          label="Printed, machined parts"
          options={['inHouse', 'boughtIn']}
          names={makers}
          sx={{ width: 170 }}
        />
      </Box>
    </Folded>
  );
}
