export * from './account.ts';
export * from './conversations.ts';
export * from './flows.ts';
export * from './live.ts';
export { openApi } from './openapi.ts';
export * from './people.ts';
export * from './problem.ts';
export * from './route.ts';
export { allRoutes } from './routes.ts';
