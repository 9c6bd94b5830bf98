import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { variable } from '../roster/variable.fixtures.js';
import { gridCells } from './grid-cells.js';

const turned = variable({ id: 1, name: 'income', label: 'in\u202ecome', note: 'typed long ago' });
const cells = (waiting: ReadonlyMap<string, string> = new Map()) =>
  gridCells({ variable: turned, list: 'yes\u2067no', waiting, peeks: false });

describe('cells of the grid', () => {
  it('show the signs that turn the direction of writing', () => {
    expect(renderToStaticMarkup(cells().label)).toContain('in[RLO]come');
    expect(renderToStaticMarkup(cells().codes)).toContain('yes[RLI]no');
  });

  it('show what was typed until it is back from the server', () => {
    expect(renderToStaticMarkup(cells(new Map([['1 note', 'typed now']])).note)).toContain('typed now');
    expect(renderToStaticMarkup(cells().note)).toContain('typed long ago');
  });
});
