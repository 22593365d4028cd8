import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sentence } from '../facts/words.ts';
import { surroundings } from './checks/check.ts';
import { apply, type Edit } from './edits.ts';
import { blankFlow, Flow, type FlowFileError, flowJsonSchema, readFlow } from './format.ts';
import { mentionsOf } from './mentions.ts';
import { kindOf, stepKinds } from './steps/registry.ts';
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

  test.each<[string, FlowFileError['code'], RegExp]>([
    ['{"format": ', 'not json', /broken JSON/],
    ['[]', 'not a flow', /not a flow file/],
    ['null', 'not a flow', /not a flow file/],
    ['{"format":"kineta.flow/2"}', 'later version', /later Kineta/],
    [
      '{"format":"kineta.flow/1","name":"x","speaker":"R","facts":[],"scenes":[]}',
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
          for (const lead of kind.leads(step)) if (lead.scene) expect(words).toContain(around.sceneTitle(lead.scene));
          const names = flow.facts.map(fact => fact.name);
          for (const fact of [...kind.reads(step, flow.facts), ...kind.sets(step), ...mentionsOf(step, names)])
            expect(words).toContain(fact);
        }
      }),
      { numRuns: 100 },
    );
  });
});

describe('edits', () => {
  const anyEdit = (flow: Flow): fc.Arbitrary<Edit> => {
    const scenes = flow.scenes.map(scene => scene.id);
    const steps = flow.scenes.flatMap(scene => scene.steps.map(step => step.id));
    const scene = fc.constantFrom(...scenes);
    const step = steps.length > 0 ? fc.constantFrom(...steps) : fc.constant('none');
    const at = fc.integer({ min: 0, max: 6 });
    return fc.oneof(
      fc.constant<Edit>({ edit: 'set flow', name: 'Second visit' }),
      fc.constant<Edit>({ edit: 'set facts', facts: [] }),
      at.map((to): Edit => ({ edit: 'insert scene', at: to, scene: { id: 'new', title: 'New', steps: [] } })),
      scene.map((id): Edit => ({ edit: 'remove scene', scene: id })),
      scene.map((id): Edit => ({ edit: 'rename scene', scene: id, title: 'Renamed' })),
      fc.tuple(scene, at).map(([id, to]): Edit => ({ edit: 'move scene', scene: id, to })),
      fc
        .tuple(scene, at)
        .map(([id, to]): Edit => ({ edit: 'insert step', scene: id, at: to, step: { id: 'new', kind: 'end' } })),
      step.map((id): Edit => ({ edit: 'remove step', step: id })),
      step.map((id): Edit => ({ edit: 'replace step', step: { id, kind: 'say', line: [] } })),
      fc.tuple(step, scene, at).map(([id, to, index]): Edit => ({ edit: 'move step', step: id, scene: to, to: index })),
    );
  };

  test('apply then invert gives the same flow', () => {
    fc.assert(
      fc.property(
        anyFlow.chain(flow => fc.tuple(fc.constant(flow), anyEdit(flow))),
        ([flow, edit]) => {
          const result = apply(flow, edit);
          if (result) expect(apply(result.flow, result.inverse)?.flow).toEqual(flow);
        },
      ),
      { numRuns: 400 },
    );
  });

  test('an edit whose place is gone is refused', () => {
    expect(apply(blank(), { edit: 'remove step', step: 'gone' })).toBeNull();
    expect(apply(blank(), { edit: 'rename scene', scene: 'gone', title: 'x' })).toBeNull();
  });
});
