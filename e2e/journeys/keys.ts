import type { Locator, Page } from '@playwright/test';

/** As often as one presses Tab to come round a page. */
const ROUND = 160;

/** Somebody with a keyboard alone: whatever is pressed or written in was come to by Tab, and a choice by the arrows. */
export function keysOf(page: Page) {
  const has = (target: Locator): Promise<boolean> =>
    target.evaluate(
      element => document.hasFocus() && element === (element.getRootNode() as Document | ShadowRoot).activeElement,
    );
  const to = async (target: Locator): Promise<void> => {
    await target.waitFor();
    for (let times = 0; times < ROUND; times++) {
      if (await has(target)) return;
      await page.keyboard.press('Tab');
    }
    throw new Error(`${target} is not come to by Tab.`);
  };
  return {
    to,
    async press(target: Locator, key: 'Enter' | 'Space' = 'Enter'): Promise<void> {
      await to(target);
      await page.keyboard.press(key);
    },
    async write(target: Locator, text: string): Promise<void> {
      await to(target);
      await page.keyboard.press('ControlOrMeta+a');
      await page.keyboard.type(text);
    },
    /** Picks one of a group: Tab comes to the group, the arrows to what is meant. */
    async choose(group: Locator, choice: Locator): Promise<void> {
      const radios = group.getByRole('radio');
      await radios.first().waitFor();
      const isIn = () => group.evaluate(element => element.querySelector('input[type=radio]:focus') !== null);
      for (let times = 0; times < ROUND && !(await isIn()); times++) await page.keyboard.press('Tab');
      for (let times = await radios.count(); times > 0 && !(await choice.isChecked()); times--)
        await page.keyboard.press('ArrowDown');
    },
  };
}
