import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { importSheet, sheetAsCsv } from './code-sheet.js';
import { keepCodings } from './codings.js';
import { redoEntry, undoEntry } from './ledger.js';
import { linesOfFile } from './lines-of-file.js';
import { service, study, variable } from './plots.fixtures.js';
import { viewStudy } from './roster.js';
import { sheetHistory } from './sheet-history.js';
import { faultOf } from './test-study.js';
import { keepWorking } from './workings.js';

const theme = (id: number, name: string) => ({ id, name, under: null, into: null });
const keep = async () => {
  const coders = [{ name: 'Anna', share: 1, seed: 1 }];
  const recipe = { kind: 'theme' as const, sources: [variable('remark').id], themes: [theme(1, 'Water')], coders };
  return (await keepWorking(service, study, { name: 'themes', label: 'Themes', recipe })).working;
};
const sent = (text: string | Buffer) => ({ name: 'sheet.csv', body: Readable.from([text]) });
const lines = (working: number) => sheetAsCsv(study, working).text.trim().split('\r\n').slice(1);

describe('a code sheet as a file', () => {
  it('comes in as one change, which keeps what was coded, is in the history, and can be taken back', async () => {
    const working = await keep();
    const codings = [{ texts: ['text 1'], verdict: 'themes' as const, themes: [1] }];
    await keepCodings(service, study, working, { coder: 'Anna', codings });
    await importSheet(
      service,
      study,
      working,
      sent('number;theme;definition\n1;Water and taps;All that is wet\n;Rats;\n'),
    );
    expect(lines(working)).toEqual(['1,Water and taps,,,All that is wet,,', '2,Rats,,,,,']);
    expect(sheetHistory(study, working)[0]?.words).toEqual([
      '“Water” is called “Water and taps”',
      'what belongs to “Water and taps” was written anew',
      '“Rats” is new',
    ]);
    const made = viewStudy(study).variables.find(({ name }) => name === 'themes');
    expect(made?.codes.map(({ label }) => label)).toEqual(['Water and taps', 'Rats']);
    const before = lines(working);
    await undoEntry(service, study);
    expect(lines(working)).toEqual(['1,Water,,,,,']);
    await redoEntry(service, study);
    // What goes out comes in as it was.
    await importSheet(service, study, working, sent(sheetAsCsv(study, working).text));
    expect(lines(working)).toEqual(before);
  });

  it('is read in what encoding it comes, and refused by its line, with nothing changed', async () => {
    const working = await keep();
    expect(await linesOfFile(service, sent(Buffer.from('theme\nGrün\n', 'latin1')))).toEqual([
      { line: 1, cells: ['theme'] },
      { line: 2, cells: ['Grün'] },
    ]);
    const { message } = await faultOf(importSheet(service, study, working, sent('theme,under\nRats,Rats\n')));
    expect(message).toContain('is a part of itself');
    expect(lines(working)).toEqual(['1,Water,,,,,']);
  });
});
