/** How many numbers a meaning has. By itself, so that who only counts them loads no encoder. */
export const DIMENSIONS = 512;
