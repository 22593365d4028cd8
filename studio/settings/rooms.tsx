import { type Settings, settingsRoutes } from '@kineta/contract';
import type { ComponentType } from 'react';
import { sentenceOf } from '../shell/api.ts';
import { useRoute } from '../shell/query.ts';
import { Skeleton } from '../ui/skeleton.tsx';
import { ForSaleRoom } from './for-sale/for-sale.tsx';
import { BusinessRoom } from './rooms/business.tsx';
import { EmailRoom } from './rooms/email.tsx';
import { MembersRoom } from './rooms/members.tsx';
import { SecurityRoom } from './rooms/security.tsx';
import { ServicesRoom } from './rooms/services.tsx';
import { TagsRoom } from './rooms/tags.tsx';
import { TeamsRoom } from './rooms/teams.tsx';

/** A room of the settings: what belongs together, each part of it saved by itself. */
export interface Room {
  path: string;
  name: string;
  Room: ComponentType;
}

/** A room that shows the workspace’s settings. */
function ofSettings(Inside: ComponentType<{ settings: Settings }>): ComponentType {
  return () => {
    const { data, error } = useRoute(settingsRoutes.get, {});
    if (data) return <Inside settings={data} />;
    return error ? (
      <p role="alert" className="text-brick">
        {sentenceOf(error)}
      </p>
    ) : (
      <Skeleton lines={6} />
    );
  };
}

/** Every room, in the order in which a business is set up. One begins with the first. */
export const rooms: readonly Room[] = [
  { path: 'business', name: 'Business', Room: ofSettings(BusinessRoom) },
  { path: 'members', name: 'Members', Room: MembersRoom },
  { path: 'teams', name: 'Teams and hours', Room: TeamsRoom },
  { path: 'tags', name: 'Tags', Room: TagsRoom },
  { path: 'for-sale', name: 'For sale', Room: ForSaleRoom },
  { path: 'email', name: 'Email', Room: ofSettings(EmailRoom) },
  { path: 'services', name: 'Services', Room: ofSettings(ServicesRoom) },
  { path: 'security', name: 'Security', Room: SecurityRoom },
];
