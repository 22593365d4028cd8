export { business, businessFacts, firstVisit, members } from './business.ts';
export { customer, siteSecret } from './customer.ts';
export { loadDemo, setDomains } from './load.ts';
export { type Letter, type MailCatcher, startMailCatcher } from './mail.ts';
export { type RunningSite, startSite } from './site.ts';
export { PUSHES, SERVICES, type StandIns, startStandIns } from './standins.ts';
