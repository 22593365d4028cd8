import type { IncomingMessage } from 'node:http';

/**
 * Where the sockets of a page of ours go, for its content policy: browsers from before `'self'` meant them as well need it
 * said. A host that is no plain name and port is left out, as it comes from who asks.
 */
export function socketsOf(request: IncomingMessage & { secure?: boolean }): string {
  const host = request.headers.host ?? '';
  if (!/^([a-z0-9.-]{1,253}|\[[0-9a-f:]{2,45}\])(:\d{1,5})?$/i.test(host)) return '';
  return `${request.secure ? 'wss' : 'ws'}://${host}`;
}
