import type { components } from './schema';

type Schemas = components['schemas'];

export type Brief = Schemas['Brief'];
export type Caution = Schemas['Caution'];
export type Comparison = Schemas['ComparisonAnswer'];
export type DecisionRecord = Schemas['DecisionRecord'];
export type Finding = Schemas['Finding'];
export type Gate = Schemas['Gate'];
export type Lane = Schemas['Lane'];
export type Lanes = Schemas['LanesAnswer'];
export type LengthUnit = Schemas['LengthUnit'];
export type Mend = Schemas['Mend'];
export type MendOffer = Schemas['MendOffer'];
export type MendPreview = Schemas['MendPreview'];
export type MeshReport = Schemas['MeshReport'];
export type PartChange = Schemas['PartChange'];
export type Place = Schemas['Place'];
export type PlanAnswer = Schemas['PlanAnswer'];
export type PourPlan = Schemas['PourPlan'];
export type ProjectSummary = Schemas['ProjectSummary'];
export type RouteFigure = Schemas['RouteFigure'];
export type ShapeFigures = Schemas['ShapeFigures'];
export type ShapeVerdict = Schemas['ShapeVerdict'];
export type ShowPick = Schemas['ShowPick'];
export type StoredPart = Schemas['StoredPart'];
export type StudyState = Schemas['StudyState'];
export type ThreePoint = Schemas['ThreePoint'];
export type Verdict = Schemas['Verdict'];
export type WorkLine = Schemas['WorkLine'];

/** What a step holds, with what a save needs. */
export interface Versioned<T> {
  value: T;
  version: number;
  canUndo: boolean;
  canRedo: boolean;
}
