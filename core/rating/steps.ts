/** What stands for a step where a rating, and then a word about it, is asked for. No flow has a step of these names. */
export const RATING_STEP = 'a rating';
export const COMMENT_STEP = 'a word about it';

/** Whether a question is one of these, and so none of a flow. */
export const isOfRating = (step: string | undefined): boolean => step === RATING_STEP || step === COMMENT_STEP;
