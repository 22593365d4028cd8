import type { PushPayload } from '@kineta/contract';
import { letterWords } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../../clockwork/clockwork.ts';
import { Lane } from '../../clockwork/lane.ts';
import type { House } from '../../house/house.ts';
import { pushPlaces } from '../model.ts';
import { PushFailed, type PushService } from './push-service.ts';
import { again, claimPushes, duePushes, type Sending, settle } from './sendings.ts';
import { vapidKey } from './vapid.ts';
import { saysOf } from './words.ts';

const SLOTS = { all: 20, share: 8 };
/** After how many seconds what may work later is tried again; after the last it is given up, as it is no news any more. */
const AGAIN = [5, 30, 120];
/** So many notifications one member is sent in a minute; more would be looked at by nobody. */
const MOST_A_MINUTE = 30;

/** Sends notifications that are due, to every browser and phone of the member; and once more to take them back. */
export function pushes(house: House, service: PushService): Duty {
  const { tables, ports, database } = house;

  const wereSent = async ({ workspace, member }: Sending): Promise<number> => {
    // Raw: a count along an index.
    const [row] = await database.query<{ sent: string | number }>(
      `SELECT COUNT(*) AS sent FROM alert_sendings
       WHERE workspace_id = :workspace AND channel = 'push' AND went_at > UTC_TIMESTAMP(3) - INTERVAL 60 SECOND
         AND member_id = :member AND went = 'sent'`,
      { replacements: { workspace, member }, type: QueryTypes.SELECT },
    );
    return Number(row?.sent ?? 0);
  };

  const payloadOf = async (sending: Sending, over: boolean): Promise<PushPayload> => {
    const directory = await ports.directories.of(sending.workspace);
    const { language } = directory.workspace;
    const visitor = sending.visitor || letterWords(language, 'a visitor');
    return {
      tag: `alert-${sending.alert}`,
      title: visitor,
      body: over
        ? letterWords(language, 'looked after', { by: sending.overBy })
        : saysOf(sending, sending.visitor, directory),
      url: `/inbox/${sending.conversation}`,
      ...(over ? { over: true as const } : {}),
    };
  };

  /** Sends it everywhere. @returns whether some of it may work later */
  async function sendTo(sending: Sending, over: boolean): Promise<{ later: boolean; reached: number }> {
    const rows = tables.in(sending.workspace).of(pushPlaces);
    const places = await rows.all({ memberId: sending.member! });
    if (places.length === 0) return { later: false, reached: 0 };
    const [payload, key] = await Promise.all([payloadOf(sending, over), vapidKey(house)]);
    let later = false;
    let reached = 0;
    await Promise.all(
      places.map(async place => {
        try {
          await service.send(place, payload, payload.tag, key);
          reached++;
        } catch (error) {
          if (!(error instanceof PushFailed)) throw error;
          if (error.kind === 'gone') await rows.remove({ id: place.id });
          if (error.kind === 'later') later = true;
        }
      }),
    );
    return { later, reached };
  }

  async function run(sending: Sending): Promise<void> {
    const { id, tries } = sending;
    const over = sending.went === 'sent';
    if (!over && (await wereSent(sending)) >= MOST_A_MINUTE) {
      await settle(house, [id], 'failed');
      return;
    }
    const { later, reached } = await sendTo(sending, over);
    // One phone that has it is enough not to send it to all of them again.
    const wait = later && reached === 0 ? AGAIN[tries - 1] : undefined;
    if (wait !== undefined) return again(house, [id], wait);
    const was = await settle(house, [id], over ? 'taken back' : reached > 0 ? 'sent' : 'failed');
    // It was over while it went out: nobody else takes that back.
    if (was === 0 && !over && reached > 0) await sendTo(sending, true);
  }

  return new Lane<Sending>(
    {
      name: 'push',
      slots: SLOTS,
      due: (most, without) => duePushes(house, most, without),
      claim: ids => claimPushes(house, ids),
      run,
    },
    house.logger,
  );
}
