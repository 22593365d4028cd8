import { config } from 'zod';

// Code made of texts is not allowed here, and to try whether it is would be told of in the console. To be loaded before
// anything that makes schemas: they ask when they are made.
config({ jitless: true });
