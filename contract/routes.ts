import { accountRoutes, firstRunRoutes } from './account.ts';
import { availabilityRoutes } from './availability.ts';
import { beforeRoutes } from './before.ts';
import { conversationRoutes } from './conversations.ts';
import { editionRoutes } from './editions.ts';
import { flowRoutes } from './flows.ts';
import { installRoutes } from './install.ts';
import { lookRoutes } from './look.ts';
import { memberRoutes } from './members.ts';
import { noticeRoutes } from './notices.ts';
import { orderRoutes } from './orders.ts';
import { ownListRoutes } from './own-lists.ts';
import { passerRoutes } from './passers.ts';
import { peopleRoutes } from './people.ts';
import { phraseRoutes } from './phrases.ts';
import { pictureRoutes } from './pictures.ts';
import { productRoutes } from './products.ts';
import { questionRoutes } from './questions/routes.ts';
import { reachRoutes } from './reach.ts';
import { replayRoutes } from './replay.ts';
import type { Route } from './route.ts';
import { ruleCaseRoutes } from './rule-cases.ts';
import { ruleRoutes } from './rules.ts';
import { runRoutes } from './runs.ts';
import { settingsRoutes } from './settings.ts';
import { siteRoutes } from './sites.ts';
import { tagRoutes } from './tags.ts';
import { teamRoutes } from './teams.ts';
import { tellingRoutes } from './tellings.ts';
import { todayRoutes } from './today.ts';
import { trialRoutes } from './trials.ts';
import { visitorSignInRoutes } from './visitor-sign-in.ts';
import { wordingRoutes } from './wording.ts';

const named = (area: string, routes: Record<string, Route>): Array<[string, Route]> =>
  Object.entries(routes).map(([name, route]) => [`${area}.${name}`, route]);

/** Every route of the API by its name, such as `flows.publish`. */
export const allRoutes: Record<string, Route> = Object.fromEntries([
  ...named('account', accountRoutes),
  ...named('firstRun', firstRunRoutes),
  ...named('members', memberRoutes),
  ...named('teams', teamRoutes),
  ...named('tags', tagRoutes),
  ...named('own-lists', ownListRoutes),
  ...named('passers', passerRoutes),
  ...named('phrases', phraseRoutes),
  ...named('rules', ruleRoutes),
  ...named('rule-cases', ruleCaseRoutes),
  ...named('availability', availabilityRoutes),
  ...named('sites', siteRoutes),
  ...named('flows', flowRoutes),
  ...named('install', installRoutes),
  ...named('looks', lookRoutes),
  ...named('before', beforeRoutes),
  ...named('reach', reachRoutes),
  ...named('visitor-sign-in', visitorSignInRoutes),
  ...named('trials', trialRoutes),
  ...named('pictures', pictureRoutes),
  ...named('products', productRoutes),
  ...named('questions', questionRoutes),
  ...named('editions', editionRoutes),
  ...named('runs', runRoutes),
  ...named('replay', replayRoutes),
  ...named('conversations', conversationRoutes),
  ...named('people', peopleRoutes),
  ...named('notices', noticeRoutes),
  ...named('tellings', tellingRoutes),
  ...named('settings', settingsRoutes),
  ...named('orders', orderRoutes),
  ...named('today', todayRoutes),
  ...named('wording', wordingRoutes),
]);
