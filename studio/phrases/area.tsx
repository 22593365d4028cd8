import { useNavigate } from 'react-router';
import type { Area } from '../shell/area.ts';
import { useCommandGroup } from '../shell/commands.ts';

function Commands() {
  const navigate = useNavigate();
  useCommandGroup('Inbox', () => [{ name: 'Phrasebook', run: () => void navigate('/phrases') }]);
  return null;
}

/** What members write again and again; the way to it is beside where they write. */
export const phrases: Area = {
  name: 'Phrasebook',
  screens: [{ path: '/phrases', load: () => import('./phrasebook.tsx') }],
  Commands,
};
