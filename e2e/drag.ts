import type { WebDriver } from 'selenium-webdriver';
import { find } from './browser.js';

/** Drags one element on to another, with the events a browser sends for it. */
export async function drag(
  driver: WebDriver,
  from: string,
  to: string,
  at: 'middle' | 'end' = 'middle',
): Promise<void> {
  const [source, target] = [await find(driver, from), await find(driver, to)];
  await driver.executeScript(
    `const [source, target, at] = arguments;
     const dataTransfer = new DataTransfer();
     const fire = (on, type) => {
       const { left, top, width, height } = on.getBoundingClientRect();
       const share = at === 'end' ? 0.95 : 0.5;
        const where = { clientX: left + width * share, clientY: top + height * share };
       on.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer, ...where }));
     };
     fire(source, 'dragstart'); fire(target, 'dragover'); fire(target, 'drop'); fire(source, 'dragend');`,
    source,
    target,
    at,
  );
}
