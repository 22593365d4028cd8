import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sentence } from '../facts/words.ts';
import { surroundings } from './checks/check.ts';
import {
  type FlowFileError,
  flowJsonSchema,
  readFlow,
  readFlowFile,
  uploadedPictures,
  withPictures,
  writeFlowFile,
} from './file.ts';
import { blankFlow, Flow } from './format.ts';
import { mentionsOf } from './mentions.ts';
import { plainSetting, type RunThrough } from './runs/run.ts';
import { kindOf, stepKinds } from './steps/registry.ts';
import { everyKind } from './tests/every-kind.ts';
import { anyFlow } from './tests/flow.arbitrary.ts';

let count = 0;
const blank = (): Flow => blankFlow('First visit', 'Robin', () => `id${count++}`);

describe('the format', () => {
  test('export then import is identity', () => {
    fc.assert(
      fc.property(anyFlow, flow => {
        expect(readFlow(JSON.stringify(flow))).toEqual(JSON.parse(JSON.stringify(flow)));
      }),
      { numRuns: 100 },
    );
  });

  test('of all kinds, with pictures and run-throughs, export then import is identity', () => {
    const pictures = { '/p/abc': 'data:image/png;base64,iVBORw0KGgo=' };
    const runs: RunThrough[] = [
      { format: 'kineta.run/2', name: 'A run', setting: plainSetting, beats: [], must: [{ must: 'end' }] },
    ];
    const file = { flow: Flow.parse(everyKind), pictures, runs };
    expect(readFlowFile(writeFlowFile(file))).toEqual(file);
    expect(readFlowFile(JSON.stringify(everyKind))).toEqual({ ...file, pictures: {}, runs: [] });
    const wrong = (more: object) => () => readFlow(JSON.stringify({ ...everyKind, ...more }));
    expect(wrong({ runs: [{ format: 'kineta.run/2', name: 'A run' }] })).toThrow(/run-through 1/);
    expect(wrong({ pictures: { '/p/abc': 'data:text/html;base64,AAAA' } })).toThrow(/A picture in a file is/);
  });

  test('pictures go by other addresses where a flow is taken', () => {
    const say = (id: string, src: string) => ({
      id,
      kind: 'say' as const,
      line: [[{ text: src }]],
      pictures: [{ src, alt: 'A pump' }],
    });
    const flow = {
      ...blank(),
      scenes: [{ id: 'a', title: 'A', steps: [say('x', '/p/one'), say('y', 'https://b.example/p')] }],
    };
    expect(uploadedPictures(flow)).toEqual(['/p/one']);
    const moved = withPictures(flow, new Map([['/p/one', '/p/two']]));
    expect(uploadedPictures(moved)).toEqual(['/p/two']);
    // What is said is not an address, though it may read like one.
    expect(moved.scenes[0]!.steps[0]).toMatchObject({ line: [[{ text: '/p/one' }]] });
  });

  test.each<[string, FlowFileError['code'], RegExp]>([
    ['{"format": ', 'not json', /broken JSON/],
    ['[]', 'not a flow', /not a flow file/],
    ['null', 'not a flow', /not a flow file/],
    ['{"format":"kineta.flow/3"}', 'later version', /later Kineta/],
    [
      '{"format":"kineta.flow/2","name":"x","speaker":"R","facts":[],"scenes":[]}',
      'invalid',
      /scenes: A flow has at least one scene/,
    ],
  ])('%s is refused', (text, code, message) => {
    expect(() => readFlow(text)).toThrow(expect.objectContaining({ code, message: expect.stringMatching(message) }));
  });

  test('a mistake is named with its place', () => {
    const flow = blank();
    const broken = { ...flow, scenes: [{ ...flow.scenes[0], steps: [{ id: 'x', kind: 'sing' }] }] };
    expect(() => readFlow(JSON.stringify(broken))).toThrow(/scene 1, step 1/);
  });

  test('identities and facts are unique, links are harmless', () => {
    const flow = blank();
    const twice = { ...flow, scenes: [...flow.scenes, ...flow.scenes] };
    expect(Flow.safeParse(twice).success).toBe(false);
    const link = (url: string) => ({
      ...flow,
      scenes: [{ ...flow.scenes[0]!, steps: [{ id: 'x', kind: 'say', line: [[{ text: 'x', link: url }]] }] }],
    });
    expect(Flow.safeParse(link('https://brackenrow.example/costs')).success).toBe(true);
    for (const url of ['javascript:alert(1)', 'data:text/html,x', '//elsewhere.example'])
      expect(Flow.safeParse(link(url)).success).toBe(false);
  });

  test('has a JSON Schema that names every kind', () => {
    const text = JSON.stringify(flowJsonSchema());
    for (const { kind } of stepKinds) expect(text).toContain(`"const":"${kind}"`);
  });

  test('the sentence of every step mentions every scene and fact that it uses', () => {
    fc.assert(
      fc.property(anyFlow, flow => {
        const around = surroundings(flow);
        for (const step of flow.scenes.flatMap(scene => scene.steps)) {
          const kind = kindOf(step);
          const words = sentence(kind.words(step, around));
          for (const exit of kind.exits(step)) if (exit.scene) expect(words).toContain(around.sceneTitle(exit.scene));
          const names = flow.facts.map(fact => fact.name);
          for (const fact of [...kind.reads(step, flow.facts), ...kind.sets(step), ...mentionsOf(step, names)])
            expect(words).toContain(fact);
        }
      }),
      { numRuns: 100 },
    );
  });
});
