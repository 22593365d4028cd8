import { createContext } from 'react';

/** Whether lines are only read where they stand, as when a flow is read whole. */
export const ReadOnly = createContext(false);
