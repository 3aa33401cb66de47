import {
  type VersionAnswers,
  type Worksheet,
  type WorksheetAsked,
  worksheetAnswers,
  worksheetOf,
  worksheetPictures,
} from '../../core/worksheet';
import { itemAsked, partAsked, schemas } from '../api';
import { getChart } from '../charts';
import { ApiError, type Handler, json, negotiate, paramOf, readJson } from '../http';
import { kindFor } from '../lists';
import { fonts, pictureFile, pictureTypes } from '../pictures';
import { worksheetAsDocument, worksheetAsPdf } from '../worksheets';

const TYPES = { json: 'application/json', pdf: pictureTypes.pdf, docx: pictureTypes.docx } as const;
type WorksheetType = (typeof TYPES)[keyof typeof TYPES];

function typeOf(request: Request, as: string | null): WorksheetType {
  if (as === null) return negotiate(request.headers.get('accept'), Object.values(TYPES));
  if (Object.hasOwn(TYPES, as)) return TYPES[as as keyof typeof TYPES];
  throw new ApiError(406, 'no-such-format', `A worksheet is one of ${Object.keys(TYPES).join(', ')}.`);
}

/** What is to be written, by number, and the words to choose from. */
const answersOf = ({ seed, inPicture, versions }: Worksheet<VersionAnswers>) => ({
  seed,
  write: inPicture ? 'picture' : 'list',
  versions: versions.map(({ name, blanks, bank }) => ({ name, blanks, bank })),
});

/** @throws 422 where nothing would be left blank */
function some<W extends Worksheet<VersionAnswers>>(worksheet: W): W {
  if (worksheet.versions.length > 0) return worksheet;
  const message = 'Nothing would be left blank: name tiers, items, links or sets that the picture has words of.';
  throw new ApiError(422, 'nothing-blank', message, [{ code: 'nothing-blank', message, field: 'blank' }]);
}

/** A chart with chosen words left blank. */
export const worksheetRequest: Handler = async (context, who) => {
  const { searchParams } = context.url;
  const type = typeOf(context.request, searchParams.get('as'));
  const { body } = await readJson(context.request, schemas.worksheetRequest);
  const stored = (await getChart(who, paramOf(context, 'id'))).chart;
  const [branch, downTo] = [searchParams.get('branch'), searchParams.get('downTo')];
  const chart =
    branch !== null || downTo !== null ? partAsked(kindFor(stored.kind), stored, { branch, downTo }) : stored;
  const items = body.blank.items?.map((named) => itemAsked(chart, named, 'blank.items'));
  // What is typed into a document stands on lines of its text.
  const write = body.write ?? (type === TYPES.docx ? 'list' : 'auto');
  const asked: WorksheetAsked = { ...body, blank: { ...body.blank, items }, write };
  if (type === TYPES.json) return json(answersOf(some(worksheetAnswers(chart, asked, fonts()))));
  const { fields, answers = true } = body;
  const file =
    type === TYPES.pdf
      ? await worksheetAsPdf(who, some(worksheetOf(chart, asked, fonts())), { fields, answers })
      : await worksheetAsDocument(who, chart, some(worksheetPictures(chart, asked, fonts())), { answers });
  return pictureFile(chart.title, type, file, searchParams.get('save') === '1');
};
