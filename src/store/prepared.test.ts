import { expect, it } from 'vitest';
import { prepared } from './prepared.js';
import { studyOfTests } from './study.fixtures.js';

const { db } = studyOfTests();
const SQL = 'SELECT name, respondents FROM study WHERE name = ?';

it('prepares a text once', () => {
  expect(prepared(db, SQL)).toBe(prepared(db, SQL));
});

it('gives rows as objects, whatever was asked of it before', () => {
  expect(prepared(db, SQL).pluck().get('S')).toBe('S');
  expect(prepared(db, SQL).raw().get('S')).toEqual(['S', expect.any(Number)]);
  expect(prepared(db, SQL).get('S')).toMatchObject({ name: 'S' });
});
