import { type Notice, noticeRoutes } from '@kineta/contract';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call } from '../shell/api.ts';
import type { Area } from '../shell/area.ts';
import { live, useConnection } from '../shell/live.ts';
import { isStale } from '../shell/query.ts';
import { NoticeBell } from './bell.tsx';
import { addNotice, isMine, placeOf } from './store.ts';

/** Tells what flows tell, wherever one is. */
function Attendant() {
  const navigate = useNavigate();
  useEffect(() => {
    const onNotice = (notice: Notice) => {
      if (!isMine(notice)) return;
      addNotice(notice);
      if (notice.conversation === null) {
        toast.success(notice.text, { description: 'It has come here.' });
        // Not told, it only stands on Today as not having come.
        call(noticeRoutes.arrived, { body: { id: notice.id } }).catch(() => {});
        return;
      }
      toast(notice.text, {
        description: notice.visitor,
        action: { label: 'Open', onClick: () => void navigate(placeOf(notice)) },
      });
    };
    live().on('notice', onNotice);
    const stop = useConnection.subscribe(
      (now, before) => now.epoch !== before.epoch && void isStale(noticeRoutes.list),
    );
    return () => {
      stop();
      live().off('notice', onNotice);
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
      to: '/notices',
    }),
  },
};
