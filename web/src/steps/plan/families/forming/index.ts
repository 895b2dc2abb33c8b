import { lazy } from 'react';
import type { FormingChoices, FormingFigures } from '../../../../app/api/types';
import type { PlanFamily } from '../../families';

const forming: PlanFamily<FormingChoices, FormingFigures> = {
  family: 'forming',
  name: 'formed from sheet',
  labels: {
    way: 'How it is formed',
    sheet: 'Sheet',
    mold: 'Mold',
    heat: 'Heating and cooling',
    air: 'Air',
    trim: 'Trimming',
    order: 'Order',
    hours: 'Working hours',
  },
  stations: [
    { id: 'sheet', name: 'The sheet', inputs: ['way', 'sheet'], View: lazy(() => import('./sheet/SheetStation')) },
    { id: 'mold', name: 'Mold', inputs: ['mold'], View: lazy(() => import('./MoldStation')) },
    { id: 'heat', name: 'Heat and cool', inputs: ['heat'], View: lazy(() => import('./HeatStation')) },
    { id: 'air', name: 'Air', inputs: ['air'], View: lazy(() => import('./AirStation')) },
    { id: 'trim', name: 'Trim and order', inputs: ['trim', 'order'], View: lazy(() => import('./TrimStation')) },
  ],
  tools: { name: 'order.molds', label: 'Molds in turn' },
};

export default forming;
