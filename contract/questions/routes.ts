import { articleRoutes } from './articles.ts';
import { askingRoutes } from './asking.ts';
import { bringingRoutes } from './bringing.ts';
import { exampleRoutes } from './examples.ts';
import { gapRoutes } from './gaps.ts';
import { helpSiteRoutes } from './help-sites.ts';

export const questionRoutes = {
  ...articleRoutes,
  ...askingRoutes,
  ...exampleRoutes,
  ...gapRoutes,
  ...bringingRoutes,
  ...helpSiteRoutes,
};
