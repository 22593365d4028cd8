import type { FromPage, ToPage } from '@kineta/contract';
import type { Connection } from './connection.ts';

/** Which chat is listened to already: the page says so of every frame, and may say it twice. */
const heard = new WeakSet<Connection>();

/** Once the chat is open: before that nobody has been welcomed. */
function onceOpen(connection: Connection, act: () => void): void {
  if (connection.state.phase === 'open') {
    act();
    return;
  }
  const stop = connection.subscribe(() => {
    if (connection.state.phase !== 'open') return;
    stop();
    act();
  });
}

/** Tells the page what happens from here on: that something was said and by whom, and not what. */
function hears(connection: Connection, tell: (told: ToPage) => void): void {
  if (heard.has(connection)) return;
  heard.add(connection);
  onceOpen(connection, () => {
    let { holder } = connection.state;
    let number = connection.state.entries.at(-1)?.number ?? 0;
    let { conversation } = connection;
    if (conversation) tell({ kineta: 'happened', name: 'began', told: conversation });
    connection.subscribe(() => {
      const { state } = connection;
      if (connection.conversation !== conversation) {
        conversation = connection.conversation;
        number = 0;
        if (conversation) tell({ kineta: 'happened', name: 'began', told: conversation });
      }
      for (const entry of state.entries.filter(one => one.number > number)) {
        number = entry.number;
        // What has an identity of its own was written by somebody: by a member, or by the visitor.
        if ('clientId' in entry) tell({ kineta: 'happened', name: 'member' in entry ? 'answered' : 'wrote' });
      }
      if (state.holder === holder) return;
      holder = state.holder;
      tell({ kineta: 'happened', name: 'held', told: holder });
    });
  });
}

/** What the page’s own script says; loaded when there is one. */
export function pageTells(
  { hears: listens, facts }: FromPage,
  connection: Connection,
  tell: (told: ToPage) => void,
): void {
  if (listens) hears(connection, tell);
  // What is refused the page cannot mend here: it is as if it had not been said.
  if (facts) onceOpen(connection, () => void connection.ask('facts', { facts }).catch(() => {}));
}
