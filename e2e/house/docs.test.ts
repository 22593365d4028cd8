import { join } from 'node:path';
import { openApi } from '@kineta/contract';
import { flowJsonSchema } from '@kineta/core';
import { expect, test } from 'vitest';

const docs = join(import.meta.dirname, '../../docs');
const pretty = (value: object): string => `${JSON.stringify(value, null, 2)}\n`;

// Both documents are made from the schemas: `npx vitest run --project house -u` writes them anew.
test('the OpenAPI document in docs is today’s', async () => {
  await expect(pretty(openApi('0.1.0'))).toMatchFileSnapshot(join(docs, 'openapi.json'));
});

test('the JSON Schema of flows in docs is today’s', async () => {
  await expect(pretty(flowJsonSchema())).toMatchFileSnapshot(join(docs, 'formats/kineta.flow-2.schema.json'));
});
