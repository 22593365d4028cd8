import { Bell } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Link } from 'react-router';
import { shortTime } from '../ui/time.ts';
import { isAfter, markRead, useNotices } from './store.ts';

/** How many notices are new, and the latest of them on request. */
export function NoticeBell() {
  const known = useNotices();
  const { notices, read } = known;
  const unread = notices.filter(notice => isAfter(notice.id, read)).length;
  return (
    <Popover.Root onOpenChange={open => !open && markRead(known)}>
      <Popover.Trigger className="flex min-h-9 w-full items-center gap-2 rounded-md px-2.5 text-night-3 hover:text-white max-md:min-h-12 max-md:w-auto">
        <Bell className="size-4" aria-hidden="true" />
        <span className="max-md:sr-only">Notices</span>
        {unread > 0 ? (
          <span role="img" className="ml-auto text-xs text-gold" aria-label={`${unread} new`}>
            {unread}
          </span>
        ) : null}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="right"
          align="end"
          sideOffset={8}
          collisionPadding={8}
          className="appear z-40 max-h-[70vh] w-80 max-w-[94vw] overflow-y-auto rounded-lg border border-rule bg-sheet p-2 shadow-lg"
        >
          {notices.length === 0 ? (
            <p className="p-2 text-ink-2">Nothing yet. A flow tells you here what its “Notify” steps say.</p>
          ) : (
            <ul aria-label="Notices">
              {notices.map(notice => (
                <li key={notice.id}>
                  <Popover.Close asChild>
                    <Link
                      to={`/inbox/${notice.conversation}`}
                      className="block rounded-md px-2 py-1.5 hover:bg-paper-2"
                    >
                      <span className="flex items-baseline gap-2">
                        {isAfter(notice.id, read) ? (
                          <i className="size-2 shrink-0 rounded-full bg-ochre" role="img" aria-label="new" />
                        ) : null}
                        <b className="min-w-0 flex-1 truncate font-semibold">{notice.visitor}</b>
                        <time dateTime={notice.at} className="text-xs text-ink-2">
                          {shortTime(notice.at)}
                        </time>
                      </span>
                      {notice.by ? <span className="block text-ink-2">{notice.by} mentioned you</span> : null}
                      <span className="block">{notice.text}</span>
                    </Link>
                  </Popover.Close>
                </li>
              ))}
            </ul>
          )}
          <Popover.Close asChild>
            <Link to="/notices" className="block border-t border-rule px-2 pt-2 text-ink-2 hover:underline">
              Who is told of what
            </Link>
          </Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
