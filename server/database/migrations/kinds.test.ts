import { Flow } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { expect, test } from 'vitest';
import { emptyDatabase, makeWorkspace } from '../../tests/kineta.ts';
import { connect } from '../connect.ts';
import { migrate } from '../migrate.ts';

const line = [[{ text: 'Hello' }]];
const before = {
  format: 'kineta.flow/1',
  name: 'Written before',
  speaker: 'Robin',
  facts: [{ name: 'bill', type: 'money', scope: 'conversation' }],
  scenes: [
    {
      id: 'a',
      title: 'A',
      steps: [
        { id: 'say', kind: 'say', line, picture: { src: '/p/1', alt: 'A pump' } },
        { id: 'set', kind: 'set', fact: 'bill', to: { value: 1_900 } },
        { id: 'work', kind: 'set', fact: 'bill', to: { formula: 'bill * 2' } },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};

test('drafts and editions written before are brought to the kinds of steps as they are now', async () => {
  const database = connect(await emptyDatabase(), 4);
  await migrate(database);
  const { id } = await makeWorkspace(database, 'before');
  await database.query(
    `INSERT INTO flows (id, workspace_id, name, draft, revision, changes, created_at, updated_at)
     VALUES (1, :id, 'Written before', :flow, 1, 0, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`,
    { replacements: { id, flow: JSON.stringify(before) } },
  );
  await database.query(
    `INSERT INTO editions (workspace_id, flow_id, number, content, published_at)
     VALUES (:id, 1, 1, :flow, UTC_TIMESTAMP(3))`,
    { replacements: { id, flow: JSON.stringify(before) } },
  );
  await database.query(`DELETE FROM sequelize_meta WHERE name = '0005-kinds'`);
  await migrate(database);
  const [{ draft, content }] = (await database.query(
    'SELECT f.draft, e.content FROM flows f JOIN editions e ON e.flow_id = f.id',
    { type: QueryTypes.SELECT },
  )) as [{ draft: unknown; content: unknown }];
  expect(Flow.parse(content)).toEqual(Flow.parse(draft));
  expect(Flow.parse(draft).scenes[0]?.steps).toMatchObject([
    { kind: 'say', pictures: [{ src: '/p/1', alt: 'A pump' }] },
    { kind: 'set', fact: 'bill', value: 1_900 },
    { kind: 'work out', fact: 'bill', formula: 'bill * 2' },
    { kind: 'end' },
  ]);
  await database.close();
});
