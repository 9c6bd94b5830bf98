import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { Builder, By, Key, logging, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';

/** Headless Chromium as Debian ships it; nothing is fetched for it. */
export async function startBrowser({ width = 1280, height = 800, dark = false } = {}): Promise<WebDriver> {
  const options = new chrome.Options();
  options.setChromeBinaryPath(process.env['CHROMIUM'] ?? '/usr/bin/chromium');
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-dev-shm-usage',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--hide-scrollbars',
  );
  const preferences = new logging.Preferences();
  preferences.setLevel(logging.Type.BROWSER, logging.Level.SEVERE);
  options.setLoggingPrefs(preferences);
  const service = new chrome.ServiceBuilder(process.env['CHROMEDRIVER'] ?? '/usr/bin/chromedriver');
  const driver = await new Builder().forBrowser('chrome').setChromeOptions(options).setChromeService(service).build();
  const devtools = driver as unknown as chrome.Driver;
  await devtools.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    mobile: false,
  });
  await devtools.sendDevToolsCommand('Emulation.setEmulatedMedia', {
    features: [{ name: 'prefers-color-scheme', value: dark ? 'dark' : 'light' }],
  });
  return driver;
}

const PATIENCE = 15_000;

/** The first element that matches, once it is there. */
export function find(driver: WebDriver, css: string): Promise<WebElement> {
  return driver.wait(until.elementLocated(By.css(css)), PATIENCE, `nothing matches ${css}`);
}

/** Moments between two looks at where an element is, in milliseconds. */
const LOOK = 50;

/** Where an element is; null where it has been taken away. */
const placeOf = (element: WebElement) => element.getRect().then(JSON.stringify, () => null);

/**
 * The button or link with this text, once it is there and stands still: while a table comes, what stands over it can
 * take another line, and a press would meet what stood there before.
 */
export function named(driver: WebDriver, text: string): Promise<WebElement> {
  const quoted = text.includes("'") ? `"${text}"` : `'${text}'`;
  const path = `//*[self::button or self::a or self::summary][normalize-space(.)=${quoted} or @aria-label=${quoted}]`;
  let before: string | null = null;
  const standing = async () => {
    const [element] = await driver.findElements(By.xpath(path));
    const place = element ? await placeOf(element) : null;
    const isStill = place !== null && place === before;
    before = place;
    return isStill && element ? element : null;
  };
  return driver.wait(standing, PATIENCE, `nothing is called ${text}`, LOOK) as Promise<WebElement>;
}

/** Waits until the text of what matches contains something. */
export async function says(driver: WebDriver, css: string, text: string): Promise<void> {
  let last = '';
  await driver
    .wait(
      async () => {
        const elements = await driver.findElements(By.css(css));
        last = (await Promise.all(elements.map((element) => element.getText().catch(() => '')))).join('\n');
        return last.includes(text);
      },
      PATIENCE,
      `${css} does not say "${text}"`,
    )
    .catch((error: unknown) => {
      throw new Error(`${error instanceof Error ? error.message : ''}; it says: ${last.slice(0, 500)}`);
    });
}

/** Types into the element that has the keyboard. */
export async function type(driver: WebDriver, ...keys: string[]): Promise<void> {
  await driver
    .switchTo()
    .activeElement()
    .sendKeys(...keys);
}

/** Presses a single key on the page itself. */
export async function press(driver: WebDriver, key: string): Promise<void> {
  await driver.executeScript('document.activeElement instanceof HTMLElement && document.activeElement.blur()');
  await driver.actions().sendKeys(key).perform();
}

/** Replaces what stands in a field. */
export async function fill(driver: WebDriver, css: string, text: string): Promise<void> {
  const field = await find(driver, css);
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
}

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What axe-core finds against WCAG 2.2 AA on the page, one line each. */
export async function accessibilityProblems(driver: WebDriver): Promise<string[]> {
  // Through the debugging protocol: the page's own policy would not let the script in.
  const devtools = driver as unknown as chrome.Driver;
  await devtools.sendDevToolsCommand('Runtime.evaluate', { expression: AXE });
  return driver.executeAsyncScript<string[]>(`
    const done = arguments[arguments.length - 1];
    const told = (node) => node.target.join(' ') + ' ' + (node.any[0]?.message ?? node.failureSummary ?? '');
    axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] }).then(
      ({ violations }) =>
        done(violations.map(({ id, nodes }) => id + ': ' + nodes.map(told).slice(0, 4).join(' | '))),
      (error) => done([String(error)]),
    );
  `);
}

/** Errors in the console: refused resources, breaches of the policy, exceptions. */
export async function consoleErrors(driver: WebDriver): Promise<string[]> {
  const entries = await driver.manage().logs().get(logging.Type.BROWSER);
  return entries.map(({ message }) => message);
}
