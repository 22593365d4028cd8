import { createHash } from 'node:crypto';

/** By what an endpoint is found, however long it is. */
export const endpointHash = (endpoint: string): string => createHash('sha256').update(endpoint).digest('hex');
