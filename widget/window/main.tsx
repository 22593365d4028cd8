import { render } from 'preact';
import { Chat } from './chat.tsx';
import { Connection } from './connection.ts';
import './window.css';

const { boarding = '', origin = '' } = document.body.dataset;
const page = decodeURIComponent(location.hash.slice(1)) || '/';
/** The page around the frame hears from us only when it is the one that the server served us for. */
function tellParent(message: object): void {
  if (parent !== window && origin !== '') parent.postMessage(message, origin);
}

const connection = new Connection(boarding, page, to => tellParent({ kineta: 'go', page: to }));

render(<Chat connection={connection} tellParent={tellParent} />, document.getElementById('chat') as HTMLElement);
