import type { End } from '@kineta/core';
import { DirectionBody } from './direction.tsx';
import type { StepView } from './view.ts';

export const endView: StepView<End> = { name: 'End', Body: DirectionBody };
