import { expect, it } from 'vitest';
import { reportFacts } from './report-facts.js';

it('says of which study, wave and data a file is, and when and with what it was made', () => {
  const files = [
    { name: 'spring.csv', respondents: 1200, takenIn: '2026-04-02T10:00:00.000Z' },
    { name: 'autumn.csv', respondents: 900, takenIn: '2026-10-05T10:00:00.000Z' },
  ];
  const study = { name: 'Fernhill', subtitle: '2026', respondents: 2100, files, entries: 7 };
  expect(reportFacts(study, '2026-11-30T05:00:59.000Z', '0.1.0')).toEqual([
    { what: 'Study', text: 'Fernhill' },
    { what: 'Wave', text: '2026' },
    {
      what: 'Data',
      text: '2,100 respondents: spring.csv (1,200 respondents, 2026-04-02); autumn.csv (900 respondents, 2026-10-05)',
    },
    { what: 'As of', text: 'entry 7 of the ledger' },
    { what: 'Made', text: '2026-11-30 05:00 UTC, with Hatch Count 0.1.0' },
  ]);
  expect(reportFacts({ ...study, subtitle: '' }, '2026-11-30', '1').map(({ what }) => what)).not.toContain('Wave');
});
