import { lazy } from 'react';
import type { InjectionChoices, InjectionFigures } from '../../../../app/api/types';
import type { PlanFamily } from '../../families';

const injection: PlanFamily<InjectionChoices, InjectionFigures> = {
  family: 'injection',
  name: 'injection molded',
  labels: {
    plastic: 'Plastic',
    gates: 'Gates',
    water: 'Cooling',
    ejectors: 'Ejectors',
    process: 'Process',
    order: 'Order',
    hours: 'Working hours',
  },
  stations: [
    { id: 'tool', name: 'The tool', inputs: ['water', 'ejectors'], View: lazy(() => import('./tool/ToolStation')) },
    { id: 'filling', name: 'Filling and gates', inputs: ['gates'], View: lazy(() => import('./part/FillingStation')) },
    { id: 'beside', name: 'Which tool, what a change costs', inputs: [], View: lazy(() => import('./BesideStation')) },
    {
      id: 'press',
      name: 'Process and press',
      inputs: ['plastic', 'process'],
      View: lazy(() => import('./PressStation')),
    },
    { id: 'order', name: 'Runs', inputs: ['order'], View: lazy(() => import('./RunsStation')) },
  ],
};

export default injection;
