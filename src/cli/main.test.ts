import { describe, expect, it } from 'vitest';
import { hatch } from './command.fixtures.js';

describe('the command', () => {
  it('says what it can do, and what it does not know', () => {
    expect(hatch(['--help']).stdout).toContain('assess');
    expect(hatch(['nonsense']).status).toBe(1);
    expect(hatch(['serve', '--port', '99999']).stderr).toContain('a port is a whole number');
  });
});
