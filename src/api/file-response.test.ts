import { describe, expect, it } from 'vitest';
import { csvResponse, fileResponse } from './file-response.js';

describe('a CSV file', () => {
  it('gets a plain name', () => {
    const name = (title: string) => csvResponse('', title).headers.get('content-disposition');
    expect(name('Satisfaction by Site, only where Age 60+')).toBe(
      'attachment; filename="Satisfaction-by-Site-only-where-Age-60.csv"',
    );
    expect(name('"; rm -rf')).toBe('attachment; filename="rm-rf.csv"');
    expect(name('日本')).toBe('attachment; filename="table.csv"');
  });
});

describe('a file', () => {
  it('says what it is by its name, and how long it is', () => {
    const stream = () => new Blob(['abc']).stream() as ReadableStream<Uint8Array>;
    const headers = (fileName: string) => fileResponse({ fileName, bytes: 3, stream: stream() }).headers;
    expect(headers('a.zip').get('content-type')).toBe('application/zip');
    expect(headers('a.parquet').get('content-type')).toBe('application/vnd.apache.parquet');
    expect(headers('a.sqlite').get('content-length')).toBe('3');
    expect(headers('a.b.c').get('content-type')).toBe('application/octet-stream');
  });

  it('is shown where it is a page and that is asked for, and saved else', () => {
    const stream = () => new Blob(['abc']).stream() as ReadableStream<Uint8Array>;
    const how = (fileName: string, open: boolean) =>
      fileResponse({ fileName, bytes: 3, stream: stream() }, open).headers.get('content-disposition');
    expect(how('b.html', true)).toBe('inline; filename="b.html"');
    expect(how('b.html', false)).toBe('attachment; filename="b.html"');
    expect(how('b.docx', true)).toBe('attachment; filename="b.docx"');
  });
});
