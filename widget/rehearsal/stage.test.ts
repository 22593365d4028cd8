import type { ChatState, StagedCall } from '@kineta/contract';
import { describe, expect, test } from 'vitest';
import { Stage } from './stage.ts';

/** The page around, and the window that it is around: what is told to either is heard by the test. */
function pages() {
  const told: StagedCall[] = [];
  const around = { postMessage: (call: StagedCall) => told.push(call) } as unknown as Window;
  let hear: (event: object) => void = () => {};
  const here = {
    location: { origin: 'https://kineta.example' },
    addEventListener: (_: string, listener: (event: object) => void) => {
      hear = listener;
    },
  } as unknown as Window;
  const news = (speaker: string) => ({ kineta: 'staged', staged: { chat: { speaker } as ChatState, notes: {} } });
  return {
    told,
    stage: new Stage(around, here),
    /** Something is told to the window, from the page around unless it says otherwise. */
    tell: (speaker: string, from: object = {}) =>
      hear({ source: around, origin: 'https://kineta.example', data: news(speaker), ...from }),
  };
}

describe('a window that is fed by the page around it', () => {
  test('says that it is there, and shows what it is told', () => {
    const { stage, told, tell } = pages();
    expect(told).toEqual([{ kineta: 'ready' }]);
    let heard = 0;
    stage.subscribe(() => heard++);
    tell('Robin');
    expect(stage.state.speaker).toBe('Robin');
    expect(heard).toBe(1);
  });

  test('hears nothing from anywhere else', () => {
    const { stage, tell } = pages();
    tell('Mallory', { origin: 'https://elsewhere.example' });
    tell('Mallory', { source: {} });
    tell('Mallory', { data: { kineta: 'shown' } });
    expect(stage.state.speaker).toBe('');
  });

  test('names a file by what this browser knows of it', async () => {
    const { stage, told } = pages();
    const { id } = await stage.upload(new File(['12345'], 'boiler.png', { type: 'image/png' }));
    stage.send('boiler.png', { file: id });
    expect(told.at(-1)).toEqual({
      kineta: 'replied',
      text: 'boiler.png',
      picked: { file: id },
      file: { id, name: 'boiler.png', type: 'image/png', size: 5 },
    });
    stage.send('a file that nobody sent', { file: 'other' });
    expect(told.at(-1)).not.toHaveProperty('file');

    // What is too long for a site is too long here.
    expect(stage.send('a'.repeat(4_001))).toContain('1 characters too long');
    expect(told).toHaveLength(3);
  });
});
