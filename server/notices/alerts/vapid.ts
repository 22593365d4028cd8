import { QueryTypes } from 'sequelize';
import webpush from 'web-push';
import type { House } from '../../house/house.ts';
import { linkTo } from '../../house/link.ts';
import { Seal } from '../../house/seal.ts';
import { pushKeys } from '../model.ts';
import type { VapidKey } from './push-service.ts';

const NAME = 'vapid';
const PLACE = 'push_keys/vapid';

/** Push services ask for an address at which somebody can be told; without one of ours, that of who sends our mail. */
function subjectOf({ options }: House): string {
  const studio = linkTo({ options }, '');
  if (studio.startsWith('https://')) return studio;
  const address = /[^\s<>]+@[^\s<>]+/.exec(options.mailFrom ?? '')?.[0];
  return `mailto:${address ?? 'kineta@localhost.example'}`;
}

/**
 * The key by which push services know this Kineta, made when it is first asked for: one for all processes. One that can no longer
 * be opened, as the secret is another, is made anew; browsers that knew the old one are asked again when they come.
 */
export async function vapidKey(house: House): Promise<VapidKey> {
  const { tables, database, options } = house;
  const seal = new Seal(options.secret);
  const rows = tables.everywhere(pushKeys);
  const subject = subjectOf(house);
  for (let tries = 0; tries < 3; tries++) {
    const kept = await rows.one({ name: NAME });
    const privateKey = kept && seal.open(kept.sealed, PLACE);
    if (kept && privateKey !== undefined) return { publicKey: kept.publicKey, privateKey, subject };
    if (kept) await rows.remove({ name: NAME, publicKey: kept.publicKey });
    const made = webpush.generateVAPIDKeys();
    // Raw: of processes that make one at once the first is right.
    await database.query('INSERT IGNORE INTO push_keys (name, public_key, sealed) VALUES (:name, :public, :sealed)', {
      replacements: { name: NAME, public: made.publicKey, sealed: seal.close(made.privateKey, PLACE) },
      type: QueryTypes.INSERT,
    });
  }
  throw new Error('The key for push services can be neither kept nor read.');
}
