// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { Fault } from '../../core/fault.js';
import { picturesIn, type Report } from '../../core/report/report.js';
import { reportOfSurvey } from './report.fixtures.js';
import { stackedPictures, svgReport } from './svg.js';

const report = reportOfSurvey();
const pictures = picturesIn(report);
const only = (count: number): Report => ({
  ...report,
  items: report.items.flatMap((item) => {
    if (item.is !== 'table') return [];
    return [{ ...item, pictures: item.pictures.slice(0, count) }];
  }),
});

describe('pictures as one file', () => {
  it('stand one under the other, each under its title, with room for all', () => {
    expect(pictures.length).toBeGreaterThan(1);
    const whole = stackedPictures(report);
    const page = new DOMParser().parseFromString(svgReport(report), 'image/svg+xml');
    const texts = [...page.querySelectorAll('svg > text')].map((text) => text.textContent);
    expect(texts).toEqual(pictures.map(({ title }) => title));
    expect(whole.height).toBeGreaterThan(pictures.reduce((sum, { height }) => sum + height, 0));
    for (const { alt } of pictures) expect(whole.alt).toContain(alt);
  });

  it('is refused where nothing has a picture', () => {
    expect(() => stackedPictures(only(0))).toThrow(Fault);
  });
});
