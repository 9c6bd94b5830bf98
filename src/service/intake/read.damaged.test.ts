import { readdirSync, readlinkSync } from 'node:fs';
import { Readable } from 'node:stream';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { describe, expect, it } from 'vitest';
import { faultOf, serviceForTests } from '../test-study.js';
import { discardIntake, receiveFile } from './receive.js';

const service = serviceForTests();

const columnData = [
  { name: 'site', data: ['Mill Row', null, 'Weir End'], type: 'STRING' as const },
  { name: 'age', data: [31n, 44n, 52n], type: 'INT64' as const },
];
const GOOD = Buffer.from(parquetWriteBuffer({ columnData }));

/** The file with one byte changed, in its description of itself. */
function damaged(back: number, byte: number): Buffer {
  const bytes = Buffer.from(GOOD);
  bytes[bytes.length - back] = byte;
  return bytes;
}

const deletedFiles = () =>
  readdirSync('/proc/self/fd').filter((fd) => {
    try {
      return readlinkSync(`/proc/self/fd/${fd}`).includes(service.folder);
    } catch {
      return false;
    }
  });

describe('damaged files', () => {
  it('are refused or told, one after the other, and the good one behind them is read', async () => {
    for (let back = 9; back < 140; back += 4) {
      const sent = receiveFile(service, 'odd.parquet', Readable.from([damaged(back, 0xff)]));
      const intake = await sent.catch((error: unknown) => error);
      if (intake instanceof Error) expect((await faultOf(sent)).mend).not.toBe('');
      else {
        const { id, fault, read } = await sent;
        expect(fault ?? read).not.toBeNull();
        await discardIntake(service, id);
      }
    }
    const good = await receiveFile(service, 'good.parquet', Readable.from([GOOD]));
    expect(good.read?.respondents).toBe(3);
    await discardIntake(service, good.id);
    expect(deletedFiles()).toEqual([]);
  });
});
