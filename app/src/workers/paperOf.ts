import {
  labelSheet,
  REPORT_FONTS,
  reportSheet,
  type LabelStock,
  type Paper,
  type Report,
  type Sheet,
  type StickyLabel,
} from '@elm-mist/core/report';
import pdfmake from 'pdfmake/build/pdfmake';

/** Where the fonts lie that ship with the program. */
export interface FontPlaces {
  latin: string;
  latinBold: string;
  hebrew: string;
  arabic: string;
}

/** What is set on paper: a document, or labels to stick on. */
export type PaperWork =
  | { of: 'report'; report: Report; paper: Paper }
  | { of: 'labels'; labels: StickyLabel[]; stock: LabelStock; first: number };

/** What a paper is made of. */
export interface PaperJob {
  work: PaperWork;
  /** Photos that this device has, by id. */
  pictures: { photoId: string; blob: Blob }[];
  fonts: FontPlaces;
  madeAt: number;
}

/** Longest side of a picture on paper, px: sharp at the size it is printed, and twelve of them stay under 2 MB. */
const LONGEST_PX = 640;
const QUALITY = 0.72;
/** Shares of the whole, for telling how far it is. */
const PICTURES_SHARE = 0.6;

const base64 = (bytes: Uint8Array): string => {
  let text = '';
  const slice = 0x8000;
  for (let at = 0; at < bytes.length; at += slice) text += String.fromCharCode(...bytes.subarray(at, at + slice));
  return btoa(text);
};
const bytesOf = async (address: string): Promise<Uint8Array> => {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error('A font of the report is not on this device yet: open it once with signal.');
  return new Uint8Array(await answer.arrayBuffer());
};

/** A picture small enough for paper, as a data address; without the position that a camera writes into it. */
async function onPaper(blob: Blob): Promise<string> {
  const picture = await createImageBitmap(blob);
  const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height));
  const surface = new OffscreenCanvas(Math.max(1, Math.round(picture.width * scale)), Math.max(1, Math.round(picture.height * scale)));
  surface.getContext('2d')?.drawImage(picture, 0, 0, surface.width, surface.height);
  picture.close();
  const small = await surface.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
  return `data:image/jpeg;base64,${base64(new Uint8Array(await small.arrayBuffer()))}`;
}

/**
 * Sets a report on paper. For a worker: pictures and type take a second or two.
 * @param tell how far it is, 0 to 1
 * @returns the PDF
 * @throws Error when a font is not on this device
 */
export async function paperOf(job: PaperJob, tell: (share: number) => void): Promise<Uint8Array> {
  tell(0);
  let done = 0;
  // What is no picture is told on the paper as one that is not there.
  const shrinking = job.pictures.map(async ({ photoId, blob }) => {
    const picture = await onPaper(blob).catch(() => null);
    done += 1;
    tell((PICTURES_SHARE * done) / job.pictures.length);
    return picture ? ([[photoId, picture]] as const) : [];
  });
  const files = {
    'latin.ttf': job.fonts.latin,
    'latin-bold.ttf': job.fonts.latinBold,
    'hebrew.ttf': job.fonts.hebrew,
    'arabic.ttf': job.fonts.arabic,
  };
  const loading = Promise.all(Object.entries(files).map(async ([name, address]) => [name, base64(await bytesOf(address))] as const));
  const [shrunk, loaded] = await Promise.all([Promise.all(shrinking), loading]);
  const pictures = new Map<string, string>(shrunk.flat());
  tell(PICTURES_SHARE + 0.1);
  pdfmake.addVirtualFileSystem(Object.fromEntries(loaded));
  const one = (normal: string, bold = normal) => ({ normal, bold, italics: normal, bolditalics: bold });
  pdfmake.addFonts({
    [REPORT_FONTS.latin]: one('latin.ttf', 'latin-bold.ttf'),
    [REPORT_FONTS.hebrew]: one('hebrew.ttf'),
    [REPORT_FONTS.arabic]: one('arabic.ttf'),
  });
  const sheet = sheetOf(job, pictures);
  const made = await pdfmake.createPdf(sheet as never).getBuffer();
  tell(1);
  return new Uint8Array(made);
}

function sheetOf({ work, madeAt }: PaperJob, pictures: ReadonlyMap<string, string>): Sheet {
  if (work.of === 'labels') return labelSheet(work.labels, work.stock, work.first, madeAt);
  const sheet = reportSheet(work.report, work.paper, (photoId) => pictures.get(photoId) ?? null, madeAt);
  const { attached } = work.report;
  if (!attached) return sheet;
  const src = `data:application/json;base64,${base64(new TextEncoder().encode(attached.text))}`;
  return { ...sheet, files: { record: { src, name: attached.name } } };
}
