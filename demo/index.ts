export { business, firstVisit, members } from './business.ts';
export { loadDemo, setDomains } from './load.ts';
export { type RunningSite, startSite } from './site.ts';
