import { areas } from '../areas.ts';
import { Dialog } from '../ui/dialog.tsx';
import { Keys } from '../ui/keys.tsx';
import { useCommands } from './commands.ts';
import { everywhereKeys } from './keys.ts';

/** Every key there is, on one sheet: the tables that those who listen go by. */
export function KeySheet() {
  const show = useCommands(state => state.show);
  return (
    <Dialog title="All keys" open wide onClose={() => show(undefined)}>
      <div role="group" aria-label="Keys" tabIndex={0} className="gap-x-10 sm:columns-2">
        {[everywhereKeys, ...areas.flatMap(({ keys = [] }) => keys)].map(({ where, rows }) => (
          <section key={where} className="mb-5 break-inside-avoid">
            <h3 className="label mb-1.5 text-ink-2">{where}</h3>
            <dl className="space-y-1">
              {Object.values(rows).map(({ keys, does }) => (
                <div key={does} className="flex items-baseline gap-3">
                  <dt className="w-32 shrink-0">
                    <Keys keys={keys} />
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  );
}
