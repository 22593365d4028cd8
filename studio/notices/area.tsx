import { type Notice, noticeRoutes } from '@kineta/contract';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { Area } from '../shell/area.ts';
import { live, useConnection } from '../shell/live.ts';
import { isStale } from '../shell/query.ts';
import { NoticeBell } from './bell.tsx';
import { addNotice, isMine } from './store.ts';

/** Tells what flows tell, wherever one is. */
function Attendant() {
  const navigate = useNavigate();
  useEffect(() => {
    const onNotice = (notice: Notice) => {
      if (!isMine(notice)) return;
      addNotice(notice);
      toast(notice.text, {
        description: notice.visitor,
        action: { label: 'Open', onClick: () => void navigate(`/inbox/${notice.conversation}`) },
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

export const notices: Area = { name: 'Notices', Attendant, Standing: NoticeBell };
