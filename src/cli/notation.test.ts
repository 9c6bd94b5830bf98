import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { folder, hatch } from './command.fixtures.js';

const at = (name: string) => join(folder, name);
const put = (name: string, text: string) => {
  writeFileSync(at(name), text);
  return at(name);
};

const TEXT = `# Ours
study "Plots"

variable site "Site"
  categories
  1 "Mill Row"
  2 "Weir End"

variable sat "Satisfaction"
  ordered categories
  1 "Good"
  2 "Bad"

variable sat_2 "In two"
  regroups sat into categories
    1 "Good" from 1
    2 "Bad" from 2

binder "Report"
  table sat_2 by site
`;
const DATA = 'site,sat\n1,1\n1,2\n2,2\n2,2\n1,1\n';

describe('the text of a study, by command', () => {
  const text = put('plots.hatch', TEXT);
  const data = put('plots.csv', DATA);

  it('is run on data: its binder is written, and nothing else stays', () => {
    const out = at('report.csv');
    expect(hatch(['run', text, '--data', data, '--out', out, at('report.html')])).toEqual({
      stdout: `${out}\n${at('report.html')}\n`,
      stderr: '',
      status: 0,
    });
    expect(readFileSync(out, 'utf8')).toMatch(/Good.*\b2\b/u);
    expect(hatch(['studies']).stdout).toBe('');
    expect(hatch(['run', text, '--data', data, '--out', out]).stderr).toMatch(/There is a file .* already/u);
    expect(hatch(['run', text, '--data', data, '--out', out, '--replace']).status).toBe(0);
  });

  it('is run on data from standard input, and says what came of it as JSON', () => {
    const { stdout, status } = hatch(['run', text, '--data', '-', '--json'], `${DATA}3,2\n`);
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toMatchObject({
      written: [],
      failing: [],
      newCodes: [{ variable: 'site', code: '3', respondents: 1 }],
      newColumns: [],
    });
    const strict = hatch(['run', text, '--data', '-', '--strict'], `${DATA}3,2\n`);
    expect(strict).toMatchObject({
      status: 3,
      stderr: expect.stringMatching(/site has the code “3” \(1\)/u) as unknown,
    });
  });

  it('fails where a proof does, unless told otherwise', () => {
    const failing = put('failing.hatch', TEXT.replace('    2 "Bad" from 2\n', ''));
    const out = at('failing.csv');
    const { stderr, status } = hatch(['run', failing, '--data', data, '--out', out]);
    expect(status).toBe(3);
    expect(stderr).toMatch(/^hatch-count: The proof of sat_2 fails\. .*Left over/u);
    expect(existsSync(out)).toBe(false);
    expect(hatch(['run', failing, '--data', data, '--out', out, '--allow-failing']).status).toBe(0);
    expect(existsSync(out)).toBe(true);
  });

  it('is checked, with a line for each thing that is wrong', () => {
    expect(hatch(['check', text])).toEqual({ stdout: '', stderr: '', status: 0 });
    const bad = put('bad.hatch', TEXT.replace('from 2', 'form 2').replace('by site', 'by sit'));
    const { stderr, status } = hatch(['check', bad]);
    expect(status).toBe(2);
    expect(stderr.split('\n')).toEqual([
      `${bad}:17:13: “form” stands here, where “from” is expected. Did you mean “from”?`,
      `${bad}:20:18: There is no variable “sit”. Did you mean site, Site or sat?`,
      '',
    ]);
    expect(JSON.parse(hatch(['check', bad, '--json']).stdout)).toMatchObject({
      problems: [{ line: 17 }, { line: 20 }],
    });
    expect(hatch(['run', bad, '--data', data]).status).toBe(2);
  });

  it('is formatted, with its comments', () => {
    const loose = TEXT.replace('  categories', '      Categories')
      .replace('  1 "Mill', '      "1" "Mill')
      .replace('  2 "Weir', '      2 “Weir')
      .replace('End"', 'End”');
    expect(hatch(['format', '-'], loose)).toEqual({ stdout: TEXT, stderr: '', status: 0 });
    expect(hatch(['format', '-', '--check'], loose).status).toBe(1);
    expect(hatch(['format', text, '--check']).status).toBe(0);
  });

  it('is kept, printed, taken, and compared', () => {
    expect(hatch(['run', text, '--data', data, '--keep', 'Spring']).stdout).toMatch(/^spring-\w+\n$/u);
    const printed = hatch(['print', 'Spring']).stdout;
    expect(printed).toBe(TEXT.replace('# Ours\n', '').replace('"Plots"', '"Spring"'));
    const changed = put(
      'changed.hatch',
      printed.replace('2 "Bad" from 2', '2 "Bad" from 1, 2').replace('1 "Good" from 1', '1 "Good" from nothing'),
    );
    const { stdout, status } = hatch(['diff', 'Spring', changed]);
    expect(status).toBe(1);
    expect(stdout.split('\n')).toEqual([
      'changed variable sat_2 "In two"',
      '-     1 "Good" from 1',
      '-     2 "Bad" from 2',
      '+     1 "Good" from nothing',
      '+     2 "Bad" from 1, 2',
      'figures of sat_2 by site',
      '',
    ]);
    expect(hatch(['take', 'Spring', changed]).stdout).toBe('Changed the text: 1 working\n');
    expect(hatch(['diff', 'Spring', changed])).toEqual({ stdout: '', stderr: '', status: 0 });
    expect(hatch(['take', 'Spring', changed]).stdout).toBe('Nothing changes.\n');
  });
});
