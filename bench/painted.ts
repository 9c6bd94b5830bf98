import type { WebDriver } from 'selenium-webdriver';
import type chrome from 'selenium-webdriver/chrome.js';

/** Has each page that is opened note when something first stands in it and has been painted. */
export async function watchFor(driver: WebDriver, selector: string): Promise<void> {
  const source = `(() => {
    const look = () => {
      if (document.querySelector(${JSON.stringify(selector)}))
        requestAnimationFrame(() => setTimeout(() => { window.paintedAt = performance.now(); }));
      else requestAnimationFrame(look);
    };
    look();
  })()`;
  await (driver as unknown as chrome.Driver).sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source });
}

/** Opens a page. @returns milliseconds until what is watched for was painted */
export async function opening(driver: WebDriver, address: string): Promise<number> {
  await driver.get(address);
  return driver.executeAsyncScript<number>(`
    const done = arguments[arguments.length - 1];
    const wait = () => (window.paintedAt === undefined ? setTimeout(wait, 5) : done(window.paintedAt));
    wait();
  `);
}
