import { useNavigate } from 'react-router';
import type { Area } from '../shell/area.ts';
import { useCommandGroup } from '../shell/commands.ts';

function Commands() {
  const navigate = useNavigate();
  useCommandGroup('You', () => [{ name: 'You: name, password, second factor', run: () => void navigate('/you') }]);
  return null;
}

/** What members settle about themselves; the way to it is their name, below the areas. */
export const you: Area = {
  name: 'You',
  screens: [{ path: '/you', load: () => import('./you.tsx') }],
  Commands,
};
