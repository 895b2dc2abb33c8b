import { lazy } from 'react';
import type { CastingChoices, CastingFigures } from '../../../../app/api/types';
import type { PlanFamily } from '../../families';

const casting: PlanFamily<CastingChoices, CastingFigures> = {
  family: 'casting',
  name: 'filled with resin',
  labels: {
    pour: 'One shot',
    pattern: 'Pattern',
    silicone: 'Silicone mold',
    printed: 'Printed mold',
    split: 'Split mold',
    filling: 'Filling and curing',
    zones: 'Poured after it',
    things: 'Cast in',
    filledPrint: 'Filled print',
    order: 'Order',
    hours: 'Working hours',
  },
  stations: [
    {
      id: 'pattern',
      name: 'Pattern',
      inputs: ['pattern'],
      shown: (figures) => figures.pattern != null,
      View: lazy(() => import('./pattern/PatternStation')),
    },
    {
      id: 'mold',
      name: (figures) => (figures.filledPrint ? 'The print' : 'Mold'),
      inputs: ['silicone', 'printed', 'split', 'filledPrint'],
      View: lazy(() => import('./mold/MoldStation')),
    },
    { id: 'shot', name: 'One shot', inputs: ['pour', 'zones'], View: lazy(() => import('./shot/ShotStation')) },
    { id: 'cure', name: 'Fill and cure', inputs: ['filling'], View: lazy(() => import('./cure/CureStation')) },
    { id: 'within', name: 'Cast in', inputs: ['things'], View: lazy(() => import('./within/WithinStation')) },
    { id: 'order', name: 'Order and life', inputs: ['order'], View: lazy(() => import('./order/OrderStation')) },
  ],
  tools: { name: 'order.molds', label: 'Molds in turn' },
};

export default casting;
