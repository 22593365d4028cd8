import { type Notice, noticeRoutes } from '@kineta/contract';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { call } from '../shell/api.ts';
import type { Area } from '../shell/area.ts';
import { live, useConnection } from '../shell/live.ts';
import { changedHere, isStale } from '../shell/query.ts';
import { followAlerts } from './alerts.ts';
import { NoticeBell } from './bell.tsx';
import { isNotifiedHere } from './notified.ts';
import { addNotice, isMine } from './store.ts';

/** Tells what flows tell, wherever one is. */
function Attendant() {
  const navigate = useNavigate();
  const { id: me } = useSignedIn().member;
  useEffect(() => followAlerts(to => void navigate(to)), [navigate]);
  useEffect(() => {
    // Loaded for those alone who are. Not reached, it is tried again with the next page.
    if (isNotifiedHere(me)) import('./push.ts').then(({ pushAgain }) => pushAgain(me)).catch(() => {});
  }, [me]);
  useEffect(() => {
    const onNotice = (notice: Notice) => {
      if (!isMine(notice)) return;
      addNotice(notice);
      toast(notice.by ? `${notice.by}: ${notice.text}` : notice.text, {
        description: notice.by ? `mentioned you, about ${notice.visitor}` : notice.visitor,
        action: { label: 'Open', onClick: () => void navigate(`/inbox/${notice.conversation}`) },
      });
    };
    const onTest = async ({ id, by }: { id: string; by: string }) => {
      toast.success(`${by} tries whether notices arrive.`, { description: 'It has come here.' });
      // Not told, it only stands as not having come.
      await call(noticeRoutes.arrived, { body: { id } }).catch(() => {});
      await changedHere(noticeRoutes.tested);
    };
    live().on('notice', onNotice);
    live().on('testNotice', onTest);
    const stop = useConnection.subscribe(
      (now, before) => now.epoch !== before.epoch && void isStale(noticeRoutes.list),
    );
    return () => {
      stop();
      live().off('notice', onNotice);
      live().off('testNotice', onTest);
    };
  }, [navigate]);
  return null;
}

export const notices: Area = {
  name: 'Notices',
  Attendant,
  Standing: NoticeBell,
  screens: [{ path: '/notices', load: () => import('./who-is-told.tsx') }],
  todo: {
    'a test notice': (_, done) => ({
      title: 'Who is told of what',
      says: done ? 'A test notice has come to a browser.' : 'See who is told what flows tell, and send a test notice.',
      to: '/notices?for=everybody',
    }),
  },
};
