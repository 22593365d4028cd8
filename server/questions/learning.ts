/**
 * Writes down what the texts mean that finding is learnt from, so that learning needs no encoder: run it after a change of the sets
 * (`npx tsx server/questions/learning.ts`), and then the test that learns (CONTRIBUTING.md).
 */
import { writeFileSync } from 'node:fs';
import { textsLearntFrom } from '@kineta/core/learning';
import { englishEncoder } from './encoder.ts';

const texts = textsLearntFrom();
const encoder = await englishEncoder();
const meanings = await encoder.encode(texts);
const lines = texts.map(
  (text, at) => `${JSON.stringify(text)}: "${Buffer.from(meanings[at]!.amounts.buffer).toString('base64')}"`,
);
writeFileSync(new URL('../../core/questions/learning/meanings.json', import.meta.url), `{\n${lines.join(',\n')}\n}\n`);
