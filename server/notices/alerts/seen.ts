import { Alerts } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { Socket } from 'socket.io';
import type { House } from '../../house/house.ts';
import type { SignedIn } from '../../house/ports.ts';

/** A page says what was shown to who looks at it: they need not be told of that elsewhere. */
export function seenAlerts(socket: Socket, me: SignedIn, { database, logger }: House): void {
  socket.on('alertsSeen', said => {
    const { data } = Alerts.safeParse(said);
    if (!data || data.ids.length === 0) return;
    // Raw: what has gone out stays as it is, and so does what is others’.
    database
      .query(
        `UPDATE alert_sendings SET went = 'seen', went_at = UTC_TIMESTAMP(3), due_at = NULL
         WHERE alert_id IN (:ids) AND member_id = :me AND workspace_id = :workspace AND went IS NULL`,
        { replacements: { ids: data.ids, me: me.id, workspace: me.workspace }, type: QueryTypes.UPDATE },
      )
      .catch(error => logger.warn({ err: error }, 'what was seen could not be kept'));
  });
}
