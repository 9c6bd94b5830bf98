import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import type { NumberReading } from '../../core/codebook/number-signs.js';
import { cellReader } from '../../store/cells.js';
import { allVariables } from '../../store/variables.js';
import { openStudy } from '../open-study.js';
import { serviceForTests } from '../test-study.js';
import { acceptIntake } from './accept.js';
import { attachCodebook } from './codebook.js';
import { changeLayout, type Intake } from './read.js';
import { receiveFile } from './receive.js';

const service = serviceForTests();

const receive = (lines: readonly string[], name = 'office.csv') =>
  receiveFile(service, name, Readable.from([Buffer.from(lines.join('\n'))]));

const times = (n: number, line: (k: number) => string) => Array.from({ length: n }, (_, k) => line(k));

const column = (intake: Intake, name: string) => intake.read?.columns.find((candidate) => candidate.name === name);

const notes = (intake: Intake, name: string) =>
  (column(intake, name)?.guesses ?? []).filter(({ is }) => is === 'written').map(({ text }) => text);

const readAs = (intake: Intake, numbers: Record<string, NumberReading>) =>
  changeLayout(service, intake.id, { ...intake.layout, numbers }, Infinity);

/** What a study holds of a column in the end. */
async function values(intake: Intake, name: string): Promise<unknown[]> {
  const id = await acceptIntake(service, intake.id, { name: `Study ${intake.id}` });
  const { db } = openStudy(service, id);
  const variable = allVariables(db).find((candidate) => candidate.name === name);
  return cellReader(db, variable?.columnId ?? 0)(0, intake.read?.respondents ?? 0);
}

const german = (value: number) => value.toLocaleString('de', { maximumFractionDigits: 4 });

const english = (value: number) => value.toLocaleString('en', { maximumFractionDigits: 4 });

/** Two numbers apart: one that a point or comma sets thousands apart in, one with fractions. */
const income = (k: number) => 1000 + 37 * k;

const weight = (k: number) => (k + 1) / 1000;

describe('numbers as an office writes them', () => {
  it.each([60, 3000])('are read by the comma that other columns show, %i rows', async (n) => {
    const lines = ['id;income;weight', ...times(n, (k) => `A${k};${german(income(k))};${german(weight(k))}`)];
    const intake = await receive(lines);
    expect(intake.layout).toMatchObject({ decimal: ',' });
    expect(column(intake, 'income')).toMatchObject({ level: 'number', numbers: { reading: ',', inDoubt: false } });
    expect(notes(intake, 'income')).toEqual(['1.000 is read as 1,000.']);
    expect((await values(intake, 'income')).map(Number)).toEqual(times(n, String).map((_, k) => income(k)));
  });

  it('are read so too where a comma comes only at the end of the file', async () => {
    const lines = [
      'id;income;weight',
      ...times(4000, (k) => `A${k};${german(income(k))};${k < 3900 ? 1 : german(weight(k))}`),
    ];
    const intake = await receive(
      lines.map((line) => line.replaceAll(';', '\t')),
      'office.tsv',
    );
    expect(intake.layout).toMatchObject({ decimal: '.' });
    expect(column(intake, 'income')).toMatchObject({ level: 'number', numbers: { reading: ',', inDoubt: false } });
    expect((await values(intake, 'weight')).map(Number)).toEqual(
      times(4000, String).map((_, k) => (k < 3900 ? 1 : weight(k))),
    );
  });

  it('are in doubt where both readings fit, and said; another choice is one change', async () => {
    const intake = await receive(
      ['income\tsite', ...times(2000, (k) => `${german(income(k))}\t${k % 3}`)],
      'office.tsv',
    );
    expect(column(intake, 'income')?.numbers).toEqual({
      reading: '.',
      example: '1.000',
      as: 1,
      other: { reading: ',', as: 1000 },
      inDoubt: true,
    });
    expect(notes(intake, 'income')).toEqual(['1 or 1,000? “1.000” fits both.']);
    const other = await readAs(intake, { income: ',' });
    expect(column(other, 'income')?.numbers).toMatchObject({ reading: ',', as: 1000, inDoubt: false });
    const forAll = await changeLayout(
      service,
      intake.id,
      { ...intake.layout, decimal: ',' } as Intake['layout'],
      Infinity,
    );
    expect(notes(forAll, 'income')).toEqual(['1.000 is read as 1,000.']);
    expect((await values(forAll, 'income')).map(Number)).toEqual(times(2000, String).map((_, k) => income(k)));
  });

  it('are numbers with thousands set apart in quotes, the words among them kept as such', async () => {
    const lines = ['income,site', ...times(900, (k) => (k % 3 === 0 ? `n/a,1` : `"${english(income(k))}",2`))];
    const intake = await receive(lines);
    expect(column(intake, 'income')).toMatchObject({ level: 'number', why: 'Numbers stored as text.' });
    expect(column(intake, 'income')?.guesses.map(({ is }) => is)).toContain('exceptions');
    const kept = await values(intake, 'income');
    expect(kept.slice(0, 3)).toEqual(['n/a', String(income(1)), String(income(2))]);
  });

  it('can be kept as they stand, and be asked for where a currency stands beside them', async () => {
    const lines = ['phone,paid,said', ...times(50, (k) => `"${100 + k} 555","€ ${english(income(k))}",w${k}`)];
    const intake = await receive(lines);
    expect(notes(intake, 'paid')).toEqual(['Looks like numbers: € 1,000 would be 1,000.']);
    expect(column(intake, 'paid')?.level).toBe('text');
    const asked = await readAs(intake, { phone: 'plain', paid: '.' });
    expect(notes(asked, 'phone')).toEqual([]);
    expect(column(asked, 'phone')?.level).toBe('text');
    expect(column(asked, 'paid')).toMatchObject({ level: 'number', numbers: { as: 1000 } });
    expect((await values(asked, 'phone'))[0]).toBe('100 555');
  });

  it('are read column by column where a file has both signs', async () => {
    const lines = ['a;b;c', ...times(300, (k) => `${(k + 1) / 8};${german((k + 1) / 8)};${german(1000 + k)}`)];
    const intake = await receive(lines);
    expect([column(intake, 'a')?.level, column(intake, 'b')?.level]).toEqual(['number', 'number']);
    expect(column(intake, 'c')?.numbers?.inDoubt).toBe(true);
    expect((await values(intake, 'b')).map(Number)).toEqual(times(300, String).map((_, k) => (k + 1) / 8));
  });

  it('are no numbers where the codebook says that they are codes or text', async () => {
    const lines = ['pair,said', ...times(80, (k) => `"1,00${k % 3}","${english(income(k))}"`)];
    const intake = await receive(lines);
    expect(column(intake, 'said')?.level).toBe('number');
    const codebook = {
      variables: [
        { name: 'pair', level: 'unordered', codes: [{ code: '1,000', label: 'One' }] },
        { name: 'said', level: 'text' },
      ],
    };
    const body = Readable.from([Buffer.from(JSON.stringify(codebook))]);
    const described = await attachCodebook(service, intake.id, 'codebook.json', body);
    expect(column(described, 'pair')?.codes.map(({ code }) => code)).toEqual(['1,000', '1,001', '1,002']);
    expect((await values(described, 'said')).slice(0, 2)).toEqual([english(income(0)), english(income(1))]);
  });

  it('stay what they were: codes, lists, dates, identifiers with zeros before them', async () => {
    const lines = [
      'id;list;day;code',
      ...times(40, (k) => `00${k}.100;${k % 2 === 0 ? '1,2' : '1,2,3'};12.03.2024;${k % 4}`),
    ];
    const intake = await receive(lines);
    expect(intake.read?.columns.map(({ numbers }) => numbers)).toEqual([null, null, null, null]);
    expect(intake.read?.columns.map(({ level }) => level)).toEqual(['text', 'unordered', 'ordered', 'unordered']);
  });
});
