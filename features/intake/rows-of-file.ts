import { rowsOfText } from './rows-of-text';

/** What a file begins with that is packed, as spreadsheets are. */
const PACKED = [0x50, 0x4b];

/** A number as a spreadsheet keeps it: what its binary fraction adds beyond 15 digits is no figure of anybody's. */
const numberText = (value: number) => String(Number(value.toPrecision(15)));
/** A day, and the time where there is one. */
const dayText = (at: Date) =>
  at
    .toISOString()
    .replace(/T00:00:00\.000Z$/, '')
    .replace(/\.\d+Z$/, '');

/** A cell of a spreadsheet as a list has it. */
function cellText(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return dayText(value);
  if (typeof value === 'number') return numberText(value);
  return String(value).trim();
}

/** The first sheet of a packed spreadsheet of the one kind (Office Open XML). */
async function rowsOfXlsx(bytes: ArrayBuffer): Promise<string[][]> {
  const { readSheet } = await import('read-excel-file/universal');
  const rows = (await readSheet(bytes)) as unknown[][];
  return rows.map((row) => row.map(cellText));
}

const TABLE = 'urn:oasis:names:tc:opendocument:xmlns:table:1.0';
const OFFICE = 'urn:oasis:names:tc:opendocument:xmlns:office:1.0';
const TEXT = 'urn:oasis:names:tc:opendocument:xmlns:text:1.0';
/** A sheet is filled up with empty cells and rows to its edge: so many are no longer a list's. */
const [MOST_COLUMNS, MOST_ROWS] = [200, 20_000];

/** The first sheet of a packed spreadsheet of the other kind (OpenDocument 1.3, part 3). */
function rowsOfOds(content: string): string[][] {
  const document = new DOMParser().parseFromString(content, 'application/xml');
  const sheet = document.getElementsByTagNameNS(TABLE, 'table')[0];
  if (!sheet) throw new Error('there is no sheet in it');
  const rows: string[][] = [];
  for (const row of sheet.getElementsByTagNameNS(TABLE, 'table-row')) {
    const cells: string[] = [];
    for (const cell of row.children) {
      const times = Number(cell.getAttributeNS(TABLE, 'number-columns-repeated') ?? 1);
      const text = odsText(cell);
      for (let n = 0; n < times && cells.length < MOST_COLUMNS; n++) cells.push(text);
    }
    while (cells.at(-1) === '') cells.pop();
    const times = Number(row.getAttributeNS(TABLE, 'number-rows-repeated') ?? 1);
    for (let n = 0; n < times && rows.length < MOST_ROWS; n++) rows.push([...cells]);
  }
  while (rows.at(-1)?.length === 0) rows.pop();
  return rows;
}

function odsText(cell: Element): string {
  const value = (name: string) => cell.getAttributeNS(OFFICE, name);
  switch (value('value-type')) {
    case 'date':
      return (value('date-value') ?? '').replace(/T00:00:00.*$/, '');
    case 'float':
      return numberText(Number(value('value')));
    default:
      return [...cell.getElementsByTagNameNS(TEXT, 'p')]
        .map(({ textContent }) => textContent ?? '')
        .join(' ')
        .trim();
  }
}

/** The rows of a file: a spreadsheet of either kind, or text. */
export async function rowsOfFile(file: Blob): Promise<string[][]> {
  const bytes = await file.arrayBuffer();
  const head = new Uint8Array(bytes.slice(0, 2));
  if (!PACKED.every((one, i) => head[i] === one)) return rowsOfText(textOf(bytes));
  const { unzipSync, strFromU8 } = await import('fflate');
  let content: Uint8Array | undefined;
  try {
    content = unzipSync(new Uint8Array(bytes), {
      filter: ({ name }) => name === 'content.xml',
    })['content.xml'];
  } catch {
    throw new Error('the file is cut off, or is no spreadsheet');
  }
  return content ? rowsOfOds(strFromU8(content)) : rowsOfXlsx(bytes);
}

/** Text of a file: UTF-8, and where it is none, as older programs of the west wrote it. */
function textOf(bytes: ArrayBuffer): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
