import { type HelpSite, questionRoutes } from '@kineta/contract';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, isStale, useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Select } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { dayAndTime } from '../ui/time.ts';
import { countWords } from '../ui/writing.ts';
import { useBringing } from './bringing.ts';

/** How often it is looked how far it is, while a site is being read, in milliseconds. */
const LOOK_AGAIN = 1_500;
const often: ReadonlyArray<{ days: number | null; says: string }> = [
  { days: null, says: 'not by itself' },
  { days: 1, says: 'every day' },
  { days: 7, says: 'every week' },
  { days: 30, says: 'every month' },
];

const isUnderWay = ({ state }: HelpSite): boolean => state === 'listing' || state === 'reading';
const pagesWords = (count: number): string => (count === 1 ? 'one page' : `${countWords(count)} pages`);

/** How far it is, in words. */
function standing({ state, pages, waiting, refused, leftOut, readAt, why }: HelpSite): string {
  if (state === 'listing') return 'its pages are being listed';
  if (state === 'failed') return why ?? 'it could not be read';
  const read = `${countWords(pages - waiting)} of ${pagesWords(pages)} read`;
  const not = [
    refused > 0 ? `${countWords(refused)} could not be` : '',
    leftOut > 0 ? `${countWords(leftOut)} left out` : '',
  ].filter(Boolean);
  const behind = not.length > 0 ? `, ${not.join(', ')}` : '';
  if (state === 'read') return `${read}${behind}; ${readAt ? dayAndTime(readAt) : ''}`;
  return state === 'stopped' ? `stopped: ${read}` : `${read}${behind} …`;
}

/** The sites that are read for what they answer: how far that is, stopped, looked through, and read again. */
export function HelpSites() {
  const { data } = useRoute(questionRoutes.sites, {});
  const navigate = useNavigate();
  const sites = data?.sites ?? [];
  const isGoing = sites.some(isUnderWay);
  useEffect(() => {
    if (!isGoing) return;
    const timer = setInterval(() => void isStale(questionRoutes.sites), LOOK_AGAIN);
    return () => clearInterval(timer);
  }, [isGoing]);
  if (sites.length === 0) return null;
  const act = async (work: () => Promise<unknown>) => {
    try {
      await work();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
    await changedHere(questionRoutes.sites);
  };
  return (
    <ul aria-label="Sites that are read" className="border-b border-rule">
      {sites.map(site => {
        const { id, address, pages, waiting, everyDays, state, changed } = site;
        const params = { id };
        return (
          <li key={id} className="flex flex-wrap items-center gap-x-3 gap-y-1 px-6 py-2 text-[0.8125rem] max-md:px-4">
            <span className="min-w-0 flex-1">
              <span className="block truncate">{address}</span>
              <span className={state === 'failed' ? 'text-brick' : 'text-ink-2'} aria-live="polite">
                {standing(site)}
              </span>
              {changed ? (
                <span className="block text-ochre">
                  {changed.count === 1 ? 'one answer' : `${countWords(changed.count)} answers`} had changed on{' '}
                  {dayAndTime(changed.at)}
                </span>
              ) : null}
              {isUnderWay(site) && pages > 0 ? (
                <progress
                  className="block h-1.5 w-full accent-petrol"
                  aria-label="Pages read"
                  max={pages}
                  value={pages - waiting}
                />
              ) : null}
            </span>
            {isUnderWay(site) ? (
              <Button look="quiet" onClick={() => void act(() => call(questionRoutes.stopSite, { params }))}>
                Stop
              </Button>
            ) : (
              <>
                <span className="text-ink-2">
                  again{' '}
                  <Select
                    name={`How often ${address} is read`}
                    value={everyDays ?? ''}
                    onChange={event => {
                      const days = event.target.value === '' ? null : Number(event.target.value);
                      void act(() => call(questionRoutes.siteOften, { params, body: { everyDays: days } }));
                    }}
                  >
                    {often.map(({ days, says }) => (
                      <option key={says} value={days ?? ''}>
                        {says}
                      </option>
                    ))}
                  </Select>
                </span>
                <Button look="quiet" onClick={() => void act(() => call(questionRoutes.readSiteAgain, { params }))}>
                  Read again
                </Button>
              </>
            )}
            {pages > waiting ? (
              <Button
                onClick={() => {
                  void useBringing.getState().readSite(id, new URL(address).host);
                  void navigate('/questions/brought');
                }}
              >
                Look through
              </Button>
            ) : null}
            <RemoveButton
              name={`Read ${address} no more`}
              onClick={() => void act(() => call(questionRoutes.leaveSite, { params }))}
            />
          </li>
        );
      })}
    </ul>
  );
}
