import { lazy } from 'react';
import type { MachiningChoices, MachiningFigures } from '../../../../app/api/types';
import type { PlanFamily } from '../../families';

const machining: PlanFamily<MachiningChoices, MachiningFigures> = {
  family: 'machining',
  name: 'cut from a block',
  labels: { stock: 'Block', cutter: 'Cutter', order: 'Order', hours: 'Working hours' },
  stations: [
    { id: 'stock', name: 'Block', inputs: ['stock'], View: lazy(() => import('./StockStation')) },
    { id: 'reach', name: 'Clampings and reach', inputs: ['cutter'], View: lazy(() => import('./ReachStation')) },
    { id: 'order', name: 'Order', inputs: ['order'], View: lazy(() => import('./OrderStation')) },
  ],
  tools: { name: 'order.machines', label: 'Machines side by side' },
};

export default machining;
