import type { ComponentType, LazyExoticComponent } from 'react';
import type { PlanChoices, PlanFigures } from '../../app/api/types';
import type { StationProps } from './station';

/** A place of the plan where figures stand beside what they are worked out from. */
export interface Station<TChoices extends PlanChoices, TFigures extends PlanFigures> {
  /** In the address, and where the plan says that something wants a look. */
  id: string;
  name: string | ((figures: TFigures) => string);
  /** First names of the inputs that are changed here. */
  inputs: readonly string[];
  shown?: (figures: TFigures) => boolean;
  View: LazyExoticComponent<ComponentType<StationProps<TChoices, TFigures>>>;
}

/** How the plans of a family are shown: its stations in the order of the work, and what its choices are called. */
export interface PlanFamily<TChoices extends PlanChoices = PlanChoices, TFigures extends PlanFigures = PlanFigures> {
  family: TChoices['family'];
  /** What its plan is called where there are several ways. */
  name: string;
  labels: Partial<Record<string, string>>;
  stations: readonly Station<TChoices, TFigures>[];
  /** Where tools used in turn are chosen; left out for work without tools. */
  tools?: { name: string; label: string };
}

const found = import.meta.glob<{ default: PlanFamily }>('./families/*/index.ts', { eager: true });

const families = new Map<string, PlanFamily>(
  Object.values(found).map(({ default: family }) => [family.family, family]),
);

/** A family by the name its choices carry. */
export const familyOf = (choices: PlanChoices): PlanFamily => families.get(choices.family)!;

/** Where an input of the plan, such as "silicone.wallMm", is changed. */
export const stationOf = (family: PlanFamily, input: string): string =>
  family.stations.find((s) => s.inputs.includes(input.split(/[.[]/)[0]!))?.id ?? 'work';
