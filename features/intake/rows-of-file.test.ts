/** @jest-environment jsdom */
import { strToU8, zipSync } from 'fflate';
import { TextDecoder as Decoder } from 'node:util';
import { rowsOfFile } from './rows-of-file';
import { columnsRemembered, rememberColumns } from './remembered';
import { TEMPLATE_HREF } from './template';
import { rowsOfText } from './rows-of-text';
import { readingOf } from '../../core/intake/columns';
import { intakeOf } from '../../core/intake/list';
import { toDay } from '../../core/day';

// What jsdom lacks of a browser.
Object.assign(globalThis, { TextDecoder: Decoder });
const fileOf = (bytes: Uint8Array) =>
  ({ arrayBuffer: () => Promise.resolve(Uint8Array.from(bytes).buffer) }) as Blob;

const ods = (rows: string) =>
  zipSync({
    mimetype: strToU8('application/vnd.oasis.opendocument.spreadsheet'),
    'content.xml': strToU8(`<?xml version="1.0"?>
<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0"
  xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0"
  xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet>
<table:table table:name="Hall">${rows}</table:table></office:spreadsheet></office:body>
</office:document-content>`),
  });
const text = (value: string) =>
  `<table:table-cell office:value-type="string"><text:p>${value}</text:p></table:table-cell>`;

it('an OpenDocument sheet: figures and days as they are kept, whatever they look like there', async () => {
  const rows = await rowsOfFile(
    fileOf(
      ods(
        `<table:table-row>${text('Bay')}${text('Vehicle')}${text('Volts')}${text('Checked')}</table:table-row>
         <table:table-row>${text('A1')}${text('Calder &amp; co')}
           <table:table-cell office:value-type="float" office:value="12.4"><text:p>12,40 V</text:p></table:table-cell>
           <table:table-cell office:value-type="date" office:date-value="2026-11-30"><text:p>30.11.26</text:p></table:table-cell>
           <table:table-cell table:number-columns-repeated="1000"/></table:table-row>
         <table:table-row table:number-rows-repeated="1048000"><table:table-cell table:number-columns-repeated="1000"/></table:table-row>`,
      ),
    ),
  );
  expect(rows).toEqual([
    ['Bay', 'Vehicle', 'Volts', 'Checked'],
    ['A1', 'Calder & co', '12.4', '2026-11-30'],
  ]);
});

const XLSX = {
  '[Content_Types].xml': `<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>`,
  '_rels/.rels': `<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
  'xl/workbook.xml': `<?xml version="1.0"?><workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="Hall" sheetId="1" r:id="rId1"/></sheets></workbook>`,
  'xl/_rels/workbook.xml.rels': `<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="rId2" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/styles" Target="styles.xml"/></Relationships>`,
  'xl/styles.xml': `<?xml version="1.0"?><styleSheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><cellXfs count="2"><xf numFmtId="0"/><xf numFmtId="14" applyNumberFormat="1"/></cellXfs></styleSheet>`,
  // 46356 days from the end of 1899 are 30 November 2026.
  'xl/worksheets/sheet1.xml': `<?xml version="1.0"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>Bay</t></is></c><c r="B1" t="inlineStr"><is><t>Volts</t></is></c><c r="C1" t="inlineStr"><is><t>Checked</t></is></c></row><row r="2"><c r="A2" t="inlineStr"><is><t>A1</t></is></c><c r="B2"><v>12.380000000000001</v></c><c r="C2" s="1"><v>46356</v></c></row></sheetData></worksheet>`,
};

it('a sheet of the other kind: its days are days, and what binary fractions add is left off', async () => {
  const packed = zipSync(
    Object.fromEntries(Object.entries(XLSX).map(([name, xml]) => [name, strToU8(xml)])),
  );
  expect(await rowsOfFile(fileOf(packed))).toEqual([
    ['Bay', 'Volts', 'Checked'],
    ['A1', '12.38', '2026-11-30'],
  ]);
  await expect(rowsOfFile(fileOf(packed.slice(0, 200)))).rejects.toThrow('cut off');
});

it('text is read as UTF-8, and as older programs wrote it where it is none', async () => {
  const latin = Uint8Array.from(
    [...'Bay;Owner\nA1;Andr'].map((one) => one.charCodeAt(0)).concat(0xe9),
  );
  expect((await rowsOfFile(fileOf(latin)))[1]).toEqual(['A1', 'André']);
  expect((await rowsOfFile(fileOf(Buffer.from('Bay;Owner\nA1;Ö')))).at(-1)).toEqual([
    ...['A1', 'Ö'],
  ]);
});

it('what a heading said is remembered for the next list that has it, and for no other', () => {
  const names = ['Stand', 'What'];
  expect(columnsRemembered(names)).toBeNull();
  rememberColumns(names, ['bay', 'name']);
  expect(columnsRemembered(['stand', 'WHAT'])).toEqual(['bay', 'name']);
  expect(columnsRemembered(['Stand'])).toBeNull();
  localStorage.setItem('velvet-list x', '["teapot"]');
  expect(columnsRemembered(['x'])).toBeNull();
});

it('the empty list with examples can be taken as it is', async () => {
  const csv = decodeURIComponent(TEMPLATE_HREF.slice(TEMPLATE_HREF.indexOf(',') + 1));
  const rows = await rowsOfText(csv);
  const reading = readingOf(rows);
  expect(reading.columns).not.toContain(null);
  const {
    vehicles,
    rows: read,
    earthUnsaid,
  } = intakeOf(rows, reading, {
    today: toDay('2027-01-14'),
    bays: new Map(),
  });
  expect(vehicles).toHaveLength(3);
  expect(earthUnsaid).toBe(0);
  expect(read.flatMap(({ remarks }) => remarks.filter(({ kind }) => kind !== 'assumed'))).toEqual(
    [],
  );
  expect(read[0]!.battery).toMatchObject({ volts: 12.62, celsius: 8, chemistry: 'flooded' });
});
