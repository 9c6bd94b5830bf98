import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CHOICES } from '../src/core/table/figure-choice.js';
import { By, Key } from 'selenium-webdriver';
import { accessibilityProblems, fill, find, named, says } from './browser.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';
import { apart, isFigure, isWritten } from './written-figures.js';

const session = demoSession();
const folder = mkdtempSync(join(tmpdir(), 'hatch-handed-'));
afterAll(() => rmSync(folder, { recursive: true }));

interface Study {
  variables: { id: number; name: string }[];
  tables: { id: number }[];
  binders: { id: number; items: object[] }[];
}
const study = async () => (await call<Study>(session.server, 'GET', DEMO)).body;

/** A table as lines of cells. */
type Lines = string[][];

const lean = (text: string) => text.replace(/\s+/g, ' ').trim();
/** What marks beside figures say is said in hatching on the screen. */
const unmarked = (text: string) =>
  lean(text)
    .replace(/^! /, '')
    .replace(/^[▲▽]+ /, '');

/** A file of the binder, under its ending. */
async function fileOf(as: string, ending: string, more = ''): Promise<string> {
  const response = await fetch(`${session.server.address}/api/v1${DEMO}/binder/file?as=${as}${more}`);
  expect(response.status).toBe(200);
  expect(response.headers.get('content-disposition')).toContain('fernhill-allotments-Binder');
  const path = join(folder, `${as}.${ending}`);
  writeFileSync(path, Buffer.from(await response.arrayBuffer()));
  return path;
}

/** The tables of a page, as its reader sees them. */
async function tablesIn(html: string): Promise<Lines[]> {
  // A page of ours would hold the styles of another against its own policy.
  await session.driver.get('about:blank');
  return session.driver.executeScript<Lines[]>(
    `const page = new DOMParser().parseFromString(arguments[0], 'text/html');
     return [...page.querySelectorAll('table')].map((table) =>
       [...table.rows].map((line) => [...line.cells].map((cell) => cell.textContent)));`,
    html,
  );
}

const convert = (to: string, path: string) =>
  execFileSync('soffice', [
    '--headless',
    `-env:UserInstallation=${pathToFileURL(folder).href}/office`,
    '--convert-to',
    to,
    '--outdir',
    folder,
    path,
  ]);

/** The tables of the page that is handed over: what the other files are held against. */
let page: Lines[] = [];
const FIGURES = CHOICES.map((figure) => ({ figure }));

beforeAll(async () => {
  const { variables } = await study();
  const idOf = (name: string) => variables.find((variable) => variable.name === name)!.id;
  const keep = (rows: string[], by: string[][], more: object, shown: object) =>
    call(session.server, 'POST', `${DEMO}/tables`, {
      title: rows.join(', '),
      sentence: {
        rows: rows.map((name) => ({ variable: idOf(name) })),
        by: by.map((nest) => nest.map(idOf)),
        within: null,
        only: [],
        weight: null,
        ...more,
      },
      shown: { hatch: true, ...shown },
    });
  const readings = [{ item: 0, nest: 0 }];
  await keep(['use_store'], [['site']], {}, { figures: FIGURES, readings });
  await keep(['age'], [['site']], {}, { figures: FIGURES, readings });
  await keep(
    ['satisfaction', 'crops'],
    [['site'], ['season', 'renew']],
    { weight: idOf('w') },
    { bases: { small: 400 } },
  );
  await keep(['use_tap'], [], {}, {});
  const wide = ['count', 'column-percent', 'mean', 'sd', 'median', 'quartiles'].map((figure) => ({ figure }));
  await keep(['age', 'renew', 'shares', 'crops'], [['season']], { summary: true }, { figures: wide });
  await keep(['use_store', 'crops', 'age'], [['site'], ['season']], {}, { sweep: { sort: 'list' } });
  const { id, items } = (await study()).binders[0]!;
  const text = [
    { is: 'section', title: 'Sites & <seasons>' },
    { is: 'note', text: 'Checked\nby the =committee' },
  ];
  await call(session.server, 'PATCH', `${DEMO}/binders/${id}`, { items: [...text, ...items] });
  page = await tablesIn(readFileSync(await fileOf('html', 'html'), 'utf8'));
});

describe('the page that is handed over', () => {
  it('has every figure of the screen, for every choice of figures', async () => {
    await session.open(`${DEMO}/binder`);
    const { tables } = await study();
    for (const [k, { id }] of tables.entries()) {
      await (await find(session.driver, `nav[aria-label=Contents] a[href="#table-${id}"]`)).click();
      await says(session.driver, `article:has(#table-${id})`, 'respondents');
      await find(session.driver, `article:has(#table-${id}) table`);
      await session.driver.sleep(500);
      const shown = await session.driver.executeScript<[string, string[]][]>(
        // A summary and a sweep are held against their pages in tests of their own.
        `const lines = 'article:has(#table-${id}) table tbody tr:not([data-is])';
         return [...document.querySelectorAll(lines)].map((line) => [
           line.querySelector('th')?.innerText ?? '',
           [...line.querySelectorAll('td')].map((cell) => cell.innerText),
         ]);`,
      );
      const written = page[k]!.flat().map(unmarked);
      for (const [label, cells] of shown) {
        if (cells.length === 0) continue;
        const name = lean(label.split('\n')[0] ?? '').replace(/^[!·] /, '');
        // Two figures on one line of the screen have a line each in a file.
        if (!/limits|quartiles/i.test(name))
          expect(written.map((text) => text.toLowerCase())).toContain(name.toLowerCase());
        for (const text of cells)
          for (const figure of text.split(/\n|–(?=[\d−])|(?<=\d) (?=p )/).map(lean))
            if (/\d/.test(figure))
              expect(written, `${name}: ${text}`).toContain(
                figure.replace(/^! ?/, '').replace(/ higher than in .*/, ''),
              );
      }
    }
  });
});

describe('a sweep that is handed over', () => {
  it('has every figure of the screen, line by line', async () => {
    await session.open(`${DEMO}/binder`);
    const { id } = (await study()).tables.at(-1)!;
    await (await find(session.driver, `nav[aria-label=Contents] a[href="#table-${id}"]`)).click();
    const lines = await session.driver.wait(
      () =>
        session.driver.executeScript<string[][] | null>(
          `const lines = [...document.querySelectorAll('tr[data-is=swept]')];
           return lines.length === 0 ? null : lines.map((line) => [...line.cells].map((cell) => cell.innerText));`,
        ),
      20_000,
    );
    const written = page.at(-1)!.slice(1);
    expect(lines).toHaveLength(6);
    expect(written).toHaveLength(6);
    lines!.forEach((cells, k) => {
      const [name, n, test, p, strength, direction] = cells.map((text) => text.split('\n').map(lean));
      const line = written[k]!.map(lean);
      expect(line.slice(0, 2)).toEqual([name![0], name![1]?.replace(/^by /, '')]);
      expect(line.slice(2, 6)).toEqual([n![0], test![0], p![1]?.replace(/^alone /, ''), p![0]]);
      const [symbol, value] = strength![0]!.split(' ');
      expect(line[6]).toBe(`${symbol} = ${value} [${strength![1]!.replace(' to ', ', ')}]`);
      expect(line[7]).toBe(`${direction![0]}: ${direction![1]}`);
    });
  });
});

describe('read back by others', () => {
  it('the document has the same tables, captions and readings', async () => {
    convert('html:HTML (StarWriter)', await fileOf('docx', 'docx'));
    const html = readFileSync(join(folder, 'docx.html'), 'utf8');
    const tables = (await tablesIn(html)).map((lines) => lines.map((cells) => cells.map(unmarked)));
    expect(tables).toEqual(page.map((lines) => lines.map((cells) => cells.map(unmarked))));
    const text = await session.driver.executeScript<string>(
      `return new DOMParser().parseFromString(arguments[0], 'text/html').body.textContent;`,
      html,
    );
    for (const words of [
      'Sites & <seasons>',
      'by the =committee',
      'Fernhill Allotments',
      'Methods',
      'Table 3. Age by Site',
    ])
      expect(lean(text)).toContain(words);
  });

  it('the document has the look of another, which is sent, and the same tables', async () => {
    const ours = await fileOf('docx', 'docx');
    const sent = `${session.server.address}/api/v1${DEMO}/template?file=House%20style.docx`;
    const put = (body: Uint8Array<ArrayBuffer> | string) => fetch(sent, { method: 'PUT', body });
    const refused = await put('no document');
    expect(refused.status).toBe(400);
    expect(await refused.text()).toContain('House style.docx is a damaged archive');
    expect((await put(new Uint8Array(readFileSync(ours)))).status).toBe(200);
    convert('html:HTML (StarWriter)', await fileOf('docx', 'docx'));
    const tables = (await tablesIn(readFileSync(join(folder, 'docx.html'), 'utf8'))).map((lines) =>
      lines.map((cells) => cells.map(unmarked)),
    );
    expect(tables).toEqual(page.map((lines) => lines.map((cells) => cells.map(unmarked))));
    await session.open(`${DEMO}/binder`);
    await (await named(session.driver, 'Hand over…')).click();
    await says(session.driver, 'section[aria-label="Look of documents"]', 'look as House style.docx does');
    await session.sound();
    await (await named(session.driver, 'As ours')).click();
    await says(session.driver, 'section[aria-label="Look of documents"]', 'look as ours do');
    const file = await session.driver.findElement(By.css('section[aria-label="Look of documents"] input'));
    await file.sendKeys(ours);
    await says(session.driver, 'section[aria-label="Look of documents"]', 'look as docx.docx does');
    await (await named(session.driver, 'As ours')).click();
    await says(session.driver, 'section[aria-label="Look of documents"]', 'look as ours do');
  });

  it('the workbook has them as numbers, on a sheet each, with a sheet of contents', async () => {
    const path = await fileOf('xlsx', 'xlsx');
    convert('csv:Text - txt - csv (StarCalc):44,34,76,1,,0,false,false,false,false,false,-1', path);
    const sheets = readdirSync(folder).filter((name) => name.startsWith('xlsx-') && name.endsWith('.csv'));
    expect(sheets).toHaveLength(page.length + 1);
    const contents = readFileSync(join(folder, 'xlsx-Contents.csv'), 'utf8');
    for (const words of ['Fernhill Allotments', 'Age by Site', 'Sites & <seasons>', 'Checked'])
      expect(contents).toContain(words);
    page.forEach((lines, k) => {
      const { data } = Papa.parse<string[]>(readFileSync(join(folder, `xlsx-Table ${k + 1}.csv`), 'utf8'));
      const written = data.slice(1, 1 + lines.length).map((cells) => cells.filter((text) => text !== '').map(unmarked));
      // A dot stands for a share of nobody on a page; a sheet has nothing there.
      const own = lines.map((cells) =>
        cells.flatMap((cell) => apart(unmarked(cell))).filter((text) => text !== '' && text !== '·'),
      );
      expect(written.map((cells) => cells.length)).toEqual(own.map((cells) => cells.length));
      own.forEach((cells, line) =>
        cells.forEach((text, column) => {
          const cell = written[line]![column] ?? '';
          if (isFigure(text)) expect(isWritten(Number(cell), text), `${cell} as ${text}`).toBe(true);
          else expect(cell).toBe(text);
        }),
      );
    });
  });

  it('the printed page has the figures of each line side by side', () => {
    const pdf = join(folder, 'page.pdf');
    execFileSync(process.env['CHROMIUM'] ?? '/usr/bin/chromium', [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      `--user-data-dir=${join(folder, 'chromium')}`,
      '--no-pdf-header-footer',
      `--print-to-pdf=${pdf}`,
      pathToFileURL(join(folder, 'html.html')).href,
    ]);
    const text = lean(execFileSync('pdftotext', ['-layout', pdf, '-']).toString());
    expectSideBySide(text);
  });

  it('LaTeX sets the document, with every figure of every line', async () => {
    const path = await fileOf('latex', 'tex');
    const asked = ['-interaction=nonstopmode', '-halt-on-error', `-output-directory=${folder}`, path];
    const log = execFileSync('pdflatex', asked).toString();
    expect(log).not.toContain('Missing character');
    const text = lean(execFileSync('pdftotext', ['-layout', join(folder, 'latex.pdf'), '-']).toString());
    for (const words of ['Sites & <seasons>', 'by the =committee', 'Table 3. Age by Site', 'Methods'])
      expect(text).toContain(words);
    for (const lines of page)
      for (const cells of lines) {
        const figures = cells.filter((cell) => /^[\d.,+]+$/.test(cell));
        if (figures.length > 3 && figures.length === cells.length - 1)
          expect(text).toContain(figures.slice(0, 4).join(' '));
      }
  });

  it('a figure a line: as many of each as the page has, at full precision', async () => {
    const { data } = Papa.parse<Record<string, string>>(readFileSync(await fileOf('tidy', 'csv'), 'utf8').slice(1), {
      header: true,
      skipEmptyLines: true,
    });
    const means = data.filter((line) => line['table'] === '3' && line['figure'] === 'mean');
    const written = page[2]!.find((cells) => cells.includes('mean'))!;
    expect(means.map((line) => Number(line['value']).toFixed(1))).toEqual(written.slice(-means.length));
    expect(means.some((line) => line['value']!.length > 6)).toBe(true);
  });
});

describe('on screen', () => {
  it('the binder is handed over by a button, and says what is written', async () => {
    await session.open(`${DEMO}/binder`);
    await (await named(session.driver, 'Hand over…')).click();
    await session.sound();
    await (await named(session.driver, 'Workbook (XLSX)')).click();
    await says(session.driver, '[aria-live=polite]', 'fernhill-allotments-Binder.xlsx is written.');
  });

  it('is printed, or becomes a PDF, from a page of its own', async () => {
    const { driver } = session;
    const before = await driver.getWindowHandle();
    await (await named(driver, 'Hand over…')).click();
    await (await named(driver, 'Print, or PDF')).click();
    await driver.wait(async () => (await driver.getAllWindowHandles()).length === 2);
    const [other] = (await driver.getAllWindowHandles()).filter((handle) => handle !== before);
    await driver.switchTo().window(other!);
    await says(driver, 'footer', 'Methods');
    // The browser prints it already, and some print one page once at a time: it is loaded anew.
    await driver.get(await driver.getCurrentUrl());
    await says(driver, 'footer', 'Methods');
    const pdf = join(folder, 'screen.pdf');
    // The types of the package say that it answers nothing.
    const printing = driver as unknown as { printPage: (how: object) => Promise<string> };
    writeFileSync(pdf, Buffer.from(await printing.printPage({ background: true }), 'base64'));
    await driver.close();
    await driver.switchTo().window(before);
    const text = lean(execFileSync('pdftotext', ['-layout', pdf, '-']).toString());
    expect(text).toContain('by the =committee');
    expectSideBySide(text);
  });
});

describe('pictures, slides and the page for others', () => {
  /** A table of few respondents in some cells, with its picture; and a picture alone. */
  beforeAll(async () => {
    const { variables, binders } = await study();
    const idOf = (name: string) => variables.find((variable) => variable.name === name)!.id;
    const keep = (rows: string, by: string, shown: object) =>
      call(session.server, 'POST', `${DEMO}/tables`, {
        title: rows,
        sentence: {
          rows: [{ variable: idOf(rows) }],
          by: [[idOf(by)]],
          within: null,
          only: [],
          weight: null,
        },
        shown: { hatch: true, ...shown },
        binder: binders[0]!.id,
      });
    await keep('satisfaction', 'site', { handed: 'both', readings: [{ item: 0, nest: 0 }] });
    await keep('age', 'site', { handed: 'picture', picture: 'boxes' });
  });
  const last = async (count: number) => (await study()).tables.slice(-count).map(({ id }) => id);

  it('stand in the document as pictures with what they show, under captions of their own', async () => {
    convert('fodt', await fileOf('docx', 'docx', `&tables=${(await last(2)).join(',')}`));
    const xml = readFileSync(join(folder, 'docx.fodt'), 'utf8');
    expect(xml).toContain(
      'Picture (stacked to 100%) of Satisfaction with the site by Site. Mill Row: Very satisfied 22%',
    );
    expect(xml).toContain('Picture (boxes) of Age by Site.');
    expect(lean(xml.replace(/<[^>]+>/g, ' '))).toMatch(/Table 1\. Satisfaction.*Figure 1\. Age by Site/);
  });

  it('are files of lines, and of points', async () => {
    const tables = (await last(2)).join(',');
    const svg = readFileSync(await fileOf('svg', 'svg', `&tables=${tables}`), 'utf8');
    expect(svg).toMatch(/^<svg .*Figure|^<svg /);
    expect(svg.match(/<svg /g)).toHaveLength(3);
    const png = readFileSync(await fileOf('png', 'png', `&tables=${tables}`));
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    const [, width = ''] = /viewBox="0 0 (\d+)/.exec(svg) ?? [];
    expect(png.readUInt32BE(16)).toBe(3 * Number(width));
  });

  it('slides have the figures of each line side by side', async () => {
    const [first] = await last(2);
    const whole = await tablesIn(readFileSync(await fileOf('html', 'html', `&tables=${first}`), 'utf8'));
    convert('pdf', await fileOf('pptx', 'pptx', `&tables=${first}`));
    const text = lean(execFileSync('pdftotext', ['-layout', join(folder, 'pptx.pdf'), '-']).toString());
    expect(text).toContain('Table 1. Satisfaction with the site by Site');
    expect(text).toContain('Methods');
    for (const line of whole[0]!.slice(1)) {
      const figures = line.filter((cell) => /^[\d.,]+$/.test(cell)).join(' ');
      expect(text.replace(/[▲▽] ?/g, '').replace(/ +/g, ' ')).toContain(figures);
    }
  });

  it('stand in the binder as they were chosen', async () => {
    const { driver } = session;
    await session.open(`${DEMO}/binder`);
    const [both, alone] = await last(2);
    await (await find(driver, `nav a[href="#table-${alone}"]`)).click();
    const item = (id: number | undefined) => `article:has(#table-${id})`;
    await find(driver, `${item(alone)} figure svg`);
    expect(await (await find(driver, `#table-${alone}`)).getText()).toMatch(/^Figure 1\./);
    expect(await driver.findElements(By.css(`${item(alone)} table`))).toHaveLength(0);
    await (await find(driver, `nav a[href="#table-${both}"]`)).click();
    await find(driver, `${item(both)} figure svg`);
    await find(driver, `${item(both)} table`);
    await session.sound();
    await (await find(driver, `${item(both)} [role=radiogroup] button:nth-child(1)`)).click();
    await driver.wait(async () => (await driver.findElements(By.css(`${item(both)} figure`))).length === 0, 15_000);
    await (await find(driver, `${item(both)} [role=radiogroup] button:nth-child(2)`)).click();
    await find(driver, `${item(both)} figure svg`);
  });

  it('what a page says of few respondents is looked at before it is made', async () => {
    const { driver } = session;
    const [both] = await last(2);
    await (await find(driver, `article:has(#table-${both}) input[type=checkbox]`)).click();
    await (await named(driver, 'Hand over…')).click();
    await (await named(driver, 'Page to explore')).click();
    await says(driver, '[aria-label="What the tables say of few respondents"]', 'Smallest cell: 9 respondents');
    await fill(driver, 'section input[type=number]', `12${Key.ENTER}`);
    await says(driver, '[aria-label="What the tables say of few respondents"]', '2 cells withheld');
    await session.sound();
    await (await named(driver, 'Make the page of 1 table')).click();
    await says(driver, '[aria-live=polite]', 'fernhill-allotments-Binder.html is written.');
  });

  it('the page for others is switched without a script and sorted with its own, and withholds', async () => {
    const { driver } = session;
    const [both] = await last(2);
    const path = await fileOf('explore', 'html', `&tables=${both}&leastCell=12`);
    await driver.get(pathToFileURL(path).href);
    const cells = (line: number) =>
      driver.executeScript<string[]>(
        `return [...[...document.querySelectorAll('.version')].find((own) => own.offsetHeight > 0)
           .querySelectorAll('tbody tr')][${line}].innerText.split(/\\s+/)`,
      );
    await (await find(driver, '.switch input[value="1"]')).click();
    expect(await cells(0)).toEqual(expect.arrayContaining(['604', '161']));
    expect((await cells(4)).filter((text) => text === '×')).toHaveLength(2);
    await (await find(driver, '.version[data-version="1"] thead th:nth-child(5) button')).click();
    expect(await cells(0)).toEqual(expect.arrayContaining(['111']));
    // A reading would quote what is withheld.
    expect(await (await find(driver, 'main')).getText()).toContain('left away with them');
    expect(await driver.findElements(By.css('blockquote, figure'))).toHaveLength(0);
    expect(await accessibilityProblems(driver)).toEqual([]);
  });
});

/** The first figures of each line of the page stand side by side in what a PDF says. */
function expectSideBySide(text: string): void {
  for (const cells of page.flat()) {
    const figures = cells
      .slice(1)
      .map(unmarked)
      .filter((cell) => /^[\d.,−+]+$/.test(cell));
    if (figures.length > 3 && figures.length < 9) expect(text).toContain(figures.slice(0, 4).join(' '));
  }
}
