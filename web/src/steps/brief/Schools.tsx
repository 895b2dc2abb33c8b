import { Box } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Brief } from '../../app/api/types';
import { Folded } from '../../shared/Folded';
import { FormChoice } from '../../shared/formFields';

const life = {
  between: 'between the schools: 12 / 25 / 50',
  cautious: 'cautious: 10 to 15',
  usual: 'usual: 20 to 30',
  generous: 'generous: 50 to 100',
};
const loss = { added: 'added to the need', ofPoured: 'as a share of the pour' };
const cooling = { mean: 'the mean of the section', centre: 'its middle' };
const coolingUsual = 'its middle from 4 mm, else the mean';

/** Where engineers disagree, chosen once: routes and plans obey alike. */
export function Schools() {
  const { control } = useFormContext<Brief>();
  const schools = useWatch({ control, name: 'schools' });
  const says = `a silicone mold’s shots ${life[schools.moldLife]}; loss in the pot ${loss[schools.loss]}; cooling counted by ${schools.cooling ? cooling[schools.cooling] : coolingUsual}`;
  return (
    <Folded label="Schools" says={says}>
      <Box role="group" aria-label="Schools" sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <FormChoice<Brief>
          name="schools.moldLife"
          label="Shots a silicone mold is trusted with"
          options={Object.keys(life)}
          names={life}
          sx={{ width: 260 }}
        />
        <FormChoice<Brief>
          name="schools.loss"
          label="Loss in the pot counted"
          options={Object.keys(loss)}
          names={loss}
          sx={{ width: 200 }}
        />
        <FormChoice<Brief>
          name="schools.cooling"
          label="Cooling counted by"
          options={Object.keys(cooling)}
          names={cooling}
          unset={coolingUsual}
          sx={{ width: 260 }}
        />
      </Box>
    </Folded>
  );
}
