import { lazy } from 'react';
import type { PrintingChoices, PrintingFigures } from '../../../../app/api/types';
import type { PlanFamily } from '../../families';

const printing: PlanFamily<PrintingChoices, PrintingFigures> = {
  family: 'printing',
  name: 'as it is printed',
  labels: { build: 'The build', order: 'Order', hours: 'Working hours' },
  stations: [
    { id: 'orientation', name: 'Which side up', inputs: [], View: lazy(() => import('./OrientationStation')) },
    { id: 'build', name: 'The build', inputs: ['build'], View: lazy(() => import('./BuildStation')) },
    { id: 'order', name: 'Order', inputs: ['order'], View: lazy(() => import('./OrderStation')) },
  ],
  tools: { name: 'order.machines', label: 'Printers side by side' },
};

export default printing;
