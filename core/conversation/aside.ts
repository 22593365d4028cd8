import { isOfRating } from '../rating/steps.ts';
import { UNFINISHED_STEP } from '../reach/unfinished-step.ts';

/** Whether a question is none of a flow, but asked beside it. */
export const isAside = (step: string | undefined): boolean => isOfRating(step) || step === UNFINISHED_STEP;
