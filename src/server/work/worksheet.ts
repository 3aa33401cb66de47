import { itemBy } from '../../core/list';
import { type Worksheet, worksheetOf } from '../../core/worksheet';
import { partAsked, schemas } from '../api';
import { getChart } from '../charts';
import { ApiError, type Handler, json, negotiate, paramOf, readJson } from '../http';
import { kindFor } from '../lists';
import { fonts, pictureFile, pictureTypes } from '../pictures';
import { worksheetFile } from '../worksheets';

const TYPES = { json: 'application/json', pdf: pictureTypes.pdf, docx: pictureTypes.docx } as const;
type WorksheetType = (typeof TYPES)[keyof typeof TYPES];

function typeOf(request: Request, as: string | null): WorksheetType {
  if (as === null) return negotiate(request.headers.get('accept'), Object.values(TYPES));
  if (Object.hasOwn(TYPES, as)) return TYPES[as as keyof typeof TYPES];
  throw new ApiError(406, 'no-such-format', `A worksheet is one of ${Object.keys(TYPES).join(', ')}.`);
}

/** What is to be written, by number, and the words to choose from. */
const answersOf = ({ seed, inPicture, versions }: Worksheet) => ({
  seed,
  write: inPicture ? 'picture' : 'list',
  versions: versions.map(({ name, blanks, bank }) => ({ name, blanks, bank })),
});

/** A chart with chosen words left blank. */
export const worksheetRequest: Handler = async (context, who) => {
  const { searchParams } = context.url;
  const type = typeOf(context.request, searchParams.get('as'));
  const { body } = await readJson(context.request, schemas.worksheetRequest);
  const stored = (await getChart(who, paramOf(context, 'id'))).chart;
  const [branch, downTo] = [searchParams.get('branch'), searchParams.get('downTo')];
  const chart =
    branch !== null || downTo !== null ? partAsked(kindFor(stored.kind), stored, { branch, downTo }) : stored;
  const items = body.blank.items?.map((named) => {
    const id = itemBy(chart.items, named);
    if (id !== undefined) return id;
    const message = `There is no item "${named.slice(0, 60)}", or several have that name; give its id.`;
    throw new ApiError(422, 'wrong-value', message, [{ code: 'wrong-value', message, field: 'blank.items' }]);
  });
  // What is typed into a document stands on lines of its text.
  const write = body.write ?? (type === TYPES.docx ? 'list' : 'auto');
  const worksheet = worksheetOf(chart, { ...body, blank: { ...body.blank, items }, write }, fonts());
  if (worksheet.versions.length === 0) {
    const message = 'Nothing would be left blank: name tiers, items, links or sets that the picture has words of.';
    throw new ApiError(422, 'nothing-blank', message, [{ code: 'nothing-blank', message, field: 'blank' }]);
  }
  if (type === TYPES.json) return json(answersOf(worksheet));
  const { fields, answers = true } = body;
  const file = await worksheetFile(who, chart, worksheet, type, { fields, answers });
  return pictureFile(chart.title, type, file, searchParams.get('save') === '1');
};
