import { buffer } from 'node:stream/consumers';
import { deflateRawSync } from 'node:zlib';
import yazl from 'yazl';

/** A zip archive of files by their names. */
export async function archiveOf(files: Record<string, Buffer>): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(files)) zip.addBuffer(content, name);
  zip.end();
  return buffer(zip.outputStream);
}

/** An archive of one file that says of it another size than it has. */
export function lyingArchive(name: string, content: Buffer, saidSize: number): Buffer {
  const packed = deflateRawSync(content);
  const fields = (central: boolean) => {
    const head = Buffer.alloc(central ? 46 : 30);
    head.writeUInt32LE(central ? 0x02014b50 : 0x04034b50, 0);
    const at = central ? 8 : 6;
    head.writeUInt16LE(8, at + 2);
    head.writeUInt32LE(packed.length, at + 12);
    head.writeUInt32LE(saidSize, at + 16);
    head.writeUInt16LE(name.length, at + 20);
    return Buffer.concat([head, Buffer.from(name)]);
  };
  const [local, central] = [fields(false), fields(true)];
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(1, 8);
  end.writeUInt16LE(1, 10);
  end.writeUInt32LE(central.length, 12);
  end.writeUInt32LE(local.length + packed.length, 16);
  return Buffer.concat([local, packed, central, end]);
}

const XML = '<?xml version="1.0" encoding="UTF-8"?>';

/** A workbook of one sheet as ECMA-376 has it. @param sheet the XML of the sheet */
export function workbookOf(sheet: Buffer): Promise<Buffer> {
  const part = (text: string) => Buffer.from(XML + text);
  const types = 'http://schemas.openxmlformats.org/package/2006/content-types';
  return archiveOf({
    '[Content_Types].xml': part(`<Types xmlns="${types}"/>`),
    'xl/_rels/workbook.xml.rels': part(
      '<Relationships><Relationship Id="r0" Target="worksheets/sheet0.xml"/></Relationships>',
    ),
    'xl/workbook.xml': part(
      '<workbook xmlns:r="x"><sheets><sheet name="Answers" sheetId="1" r:id="r0"/></sheets></workbook>',
    ),
    'xl/styles.xml': part('<styleSheet><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/></cellXfs></styleSheet>'),
    'xl/sharedStrings.xml': part('<sst><si><t>Mill Row</t></si><si><t>Weir End</t></si></sst>'),
    'xl/worksheets/sheet0.xml': sheet,
  });
}

/** The XML of a sheet whose cells are texts in place, numbers, and shared texts. */
export function sheetOf(rows: readonly (readonly (string | number)[])[]): Buffer {
  const cell = (value: string | number) =>
    typeof value === 'number' ? `<c><v>${value}</v></c>` : `<c t="inlineStr"><is><t>${value}</t></is></c>`;
  const lines = rows.map((row) => `<row>${row.map(cell).join('')}<c t="s"><v>${row.length % 2}</v></c></row>`);
  return Buffer.from(`${XML}<worksheet><sheetData>${lines.join('')}</sheetData></worksheet>`);
}
