import type { components } from './schema';

type Schemas = components['schemas'];

export type Attitude = Schemas['Attitude'];
export type Brief = Schemas['Brief'];
export type CastingPlan = Schemas['CastingPlan'];
export type CastingPlanAnswer = Schemas['CastingPlanAnswer'];
export type Caution = Schemas['Caution'];
export type Beside = Schemas['BesideAnswer'];
export type BridgeView = Schemas['BridgeView'];
export type Comparison = Schemas['ComparisonAnswer'];
export type DecisionChanges = Schemas['DecisionChanges'];
export type DecisionRecord = Schemas['DecisionRecord'];
export type Finding = Schemas['Finding'];
export type Gate = Schemas['Gate'];
export type Difference = Schemas['Difference'];
export type Ladder = Schemas['Ladder'];
export type LadderAnswer = Schemas['LadderAnswer'];
export type LadderRequest = Schemas['LadderRequest'];
export type Lane = Schemas['Lane'];
export type Lanes = Schemas['LanesAnswer'];
export type Library = Schemas['LibraryView'];
export type LengthUnit = Schemas['LengthUnit'];
export type Material = Schemas['Material'];
export type Memo = Schemas['Memo'];
export type MoldDrawing = Schemas['MoldDrawing'];
export type Mend = Schemas['Mend'];
export type MendOffer = Schemas['MendOffer'];
export type MendPreview = Schemas['MendPreview'];
export type MeshReport = Schemas['MeshReport'];
export type PartChange = Schemas['PartChange'];
export type OfferedTemplate = Schemas['OfferedTemplate'];
export type EarlierBrief = Schemas['EarlierBrief'];
export type LibraryPreview = Schemas['LibraryPreview'];
export type Pick = Schemas['Pick'];
export type Place = Schemas['Place'];
export type Operation = Schemas['Operation'];
export type PlanAnswer = Schemas['PlanAnswer'];
export type SplitMoldState = Schemas['SplitMoldState'];
export type ProjectSummary = Schemas['ProjectSummary'];
export type Rate = Schemas['Rate'];
export type RouteFigure = Schemas['RouteFigure'];
export type Sensitivity = Schemas['Sensitivity'];
export type ShapeFigures = Schemas['ShapeFigures'];
export type ShapeVerdict = Schemas['ShapeVerdict'];
export type ShowPick = Schemas['ShowPick'];
export type StoredPart = Schemas['StoredPart'];
export type StudyState = Schemas['StudyState'];
export type Traveller = Schemas['Traveller'];
export type ThreePoint = Schemas['ThreePoint'];
export type Verdict = Schemas['Verdict'];
export type WhatIf = Schemas['WhatIf'];
export type WorkLine = Schemas['WorkLine'];

/** What a step holds, with what a save needs. */
export interface Versioned<T> {
  value: T;
  version: number;
  canUndo: boolean;
  canRedo: boolean;
}
