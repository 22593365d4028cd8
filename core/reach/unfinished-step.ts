/** What stands for a step where somebody is asked what becomes of what they have not finished. No flow has a step of this name. */
export const UNFINISHED_STEP = 'what is not finished';
