import { createRequire } from 'node:module';
import { parentPort } from 'node:worker_threads';
import { REPORT_FONTS, reportSheet } from '@elm-mist/core/report';
import type { PaperWork } from './reportPaper';

const find = createRequire(import.meta.url);
const font = (name: string): string => find.resolve(`@expo-google-fonts/${name}`);

/** The same files that the phones ship. */
const LATIN = 'atkinson-hyperlegible-next';
const FONTS = {
  [REPORT_FONTS.latin]: [
    `${LATIN}/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf`,
    `${LATIN}/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf`,
  ],
  [REPORT_FONTS.hebrew]: ['noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf'],
  [REPORT_FONTS.arabic]: ['noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf'],
};

/** As on a phone: sharp at the size it is printed, and twelve of them stay under 2 MB. */
const LONGEST_PX = 640;
const QUALITY = 72;

/** What its types leave out. */
interface Policies {
  setUrlAccessPolicy: (allows: (url: string) => boolean) => void;
  setLocalAccessPolicy: (allows: (path: string) => boolean) => void;
}

/** Sets one report on paper and hands it back: what a thread of the server does. */
export async function setOnPaper({ report, paper, pictures, madeAt }: PaperWork): Promise<void> {
  // Large, and wanted by nothing else of the server.
  const [{ default: pdfmake }, { default: sharp }] = await Promise.all([import('pdfmake'), import('sharp')]);
  // Nothing but its own fonts is read, and nothing is fetched.
  (pdfmake as unknown as Policies).setUrlAccessPolicy(() => false);
  (pdfmake as unknown as Policies).setLocalAccessPolicy((path) => path.endsWith('.ttf'));
  pdfmake.addFonts(
    Object.fromEntries(
      Object.entries(FONTS).map(([name, files]) => {
        const [normal, bold] = [font(files[0] ?? ''), font(files[1] ?? files[0] ?? '')];
        return [name, { normal, bold, italics: normal, bolditalics: bold }];
      }),
    ),
  );
  const small = new Map<string, string>();
  for (const { photoId, bytes } of pictures) {
    const picture = await sharp(bytes)
      .rotate()
      .resize(LONGEST_PX, LONGEST_PX, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: QUALITY })
      .toBuffer()
      // What is no picture is told on the paper as one that is not there.
      .catch(() => null);
    if (picture) small.set(photoId, `data:image/jpeg;base64,${picture.toString('base64')}`);
  }
  const sheet = reportSheet(report, paper, (photoId) => small.get(photoId) ?? null, madeAt);
  parentPort?.postMessage(await pdfmake.createPdf(sheet as never).getBuffer());
}
