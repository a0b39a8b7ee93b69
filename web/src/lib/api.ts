import createClient from 'openapi-fetch';
import type { components, paths } from '../openapi';

type Schemas = components['schemas'];

/** A study as its document has it. */
export type Study = Schemas['Study'];
export type StudyView = Schemas['StudyView'];
export type StudySummary = Schemas['StudySummary'];
export type TableSummary = Schemas['TableSummary'];
export type TableView = Schemas['TableView'];
export type ColumnDocument = Schemas['ColumnDocument'];
export type Figure = Schemas['Figure'];
export type Mark = Schemas['Mark'];
export type Edit = Schemas['Edit'];
export type NumbersView = Schemas['NumbersView'];
export type Phrase = Schemas['Phrase'];
export type Token = Schemas['Token'];
export type SelectionReading = Schemas['SelectionReading'];
export type LabelMove = Partial<Schemas['LabelMove']> & { label: string };
/** A named set of colours of one's own. */
export type ColourSet = Schemas['ColourSetView'];
export type Setting = Schemas['Setting'];
export type Choice = Schemas['Option'];
export type WorkingsView = Schemas['WorkingsView'];
export type WorkingsRow = Schemas['WorkingsRowView'];
export type TieOutLine = Schemas['TieOutView'];
export type Remark = Schemas['RemarkView'];
export type StripItem = Schemas['StripItem'];
export type FilterList = Schemas['FilterList'];
export type ImportStatus = Schemas['ImportStatus'];
export type ImportChoice = Schemas['ImportChoice'];
export type RefreshSummary = Schemas['RefreshSummary'];
export type StudyChange = Schemas['StudyChange'];
export type RenamedColumn = Schemas['RenamedColumn'];
export type TableEdit = Partial<Schemas['TableEdit']>;
export type SourceView = Schemas['SourceView'];
export type EngineTableRequest = Schemas['EngineTableRequest'];
export type StepKind = Schemas['StepKindView'];
export type StepTrial = Schemas['StepTrial'];
export type StepField = Schemas['StepField'];
/** One preparing step, as its document has it. */
export type Step = { do: string; off?: boolean } & Record<string, unknown>;
export type RowSlice = Schemas['RowSlice'];
export type BriefingView = Schemas['BriefingView'];
export type BlockView = Schemas['BlockView'];
export type BriefingStudy = Schemas['BriefingStudy'];
/** A page as its document has it. */
export type BriefingDocument = Schemas['Briefing'];
/** A block of it. */
export type Block = NonNullable<BriefingDocument['blocks']>[number];
/** What is picked on a page: it is not stored. */
export type Pick = { column: string; label: string } | null;
export type HandOverStatus = Schemas['HandOverStatus'];
export type HandOverKind = Schemas['HandOverKind'];
export type LeastPreview = Schemas['LeastPreview'];

/** What the server says is wrong: a sentence for the person, and a stable code. */
export class Problem extends Error {
  constructor(
    message: string,
    readonly code: string,
    readonly status: number,
  ) {
    super(message);
  }
}

const client = createClient<paths>({
  baseUrl: '/',
  // A file is sent as it is.
  bodySerializer: (body) => ((body as unknown) instanceof Blob ? (body as unknown as Blob) : JSON.stringify(body)),
  querySerializer: { array: { style: 'form', explode: true } },
});

type Answer<T> = Promise<{ data?: T; error?: unknown; response: Response }>;

/** What the server answers, or what it says is wrong. */
async function got<T>(asked: Answer<T>, signal?: AbortSignal): Promise<NonNullable<T>> {
  let answer: Awaited<Answer<T>>;
  try {
    answer = await asked;
  } catch (fault) {
    if (signal?.aborted || fault instanceof Problem) throw fault;
    throw new Problem('The server does not answer. What you see is kept; try again in a moment.', 'offline', 0);
  }
  const { data, error, response } = answer;
  if (!response.ok) {
    const details = (error ?? {}) as { title?: string; code?: string };
    throw new Problem(details.title ?? 'Something went wrong.', details.code ?? 'fault', response.status);
  }
  return data as NonNullable<T>;
}

const query = (values: Record<string, string | number | boolean | undefined>) => {
  const text = new URLSearchParams();
  for (const [name, value] of Object.entries(values)) if (value !== undefined) text.set(name, String(value));
  return text.toString();
};

const picked = (pick: Pick) => (pick ? { pickColumn: pick.column, pickLabel: pick.label } : {});

/** A file as the body of a request; the contract only says that there is one. */
const file = (content: Blob) => ({ body: content as never, headers: { 'Content-Type': 'application/octet-stream' } });

/** The address of a handed-over page. */
export const handOverPage = (
  id: string,
  kind: string,
  pick: Pick,
  how: { paper?: string; margin?: number; sharesOnly?: boolean } = {},
) => `/api/briefings/${id}/hand-over/${kind}?${query({ pickColumn: pick?.column, pickLabel: pick?.label, ...how })}`;

/** A figure's size in pixels. */
export type Size = { width: number; height: number };

/** The parameters of a request about one thing. */
const of = <Query = undefined>(id: string, query?: Query) => ({ params: { path: { id }, query: query as Query } });

export const api = {
  tables: () => got(client.GET('/api/tables')),
  table: (id: string, stage?: number) => got(client.GET('/api/tables/{id}', of(id, { stage }))),
  rows: (id: string, first: number, count: number, stage?: number) =>
    got(client.GET('/api/tables/{id}/rows', of(id, { first, count, stage }))),
  editTable: (id: string, revision: number, edit: TableEdit) =>
    got(client.POST('/api/tables/{id}/edit', { ...of(id), body: { revision, edit: edit as Schemas['TableEdit'] } })),
  unreadable: (id: string) => got(client.GET('/api/tables/{id}/unreadable', of(id))),
  changeColumn: (id: string, change: Schemas['ColumnRequest']) =>
    got(client.POST('/api/tables/{id}/column', { ...of(id), body: change })),
  stepTable: (id: string, step: 'undo' | 'redo', revision: number) =>
    got(client.POST(`/api/tables/{id}/${step}`, { ...of(id), body: { revision } })),
  answer: (id: string, revision: number, note: number, answer: number) =>
    got(client.POST('/api/tables/{id}/answer', { ...of(id), body: { revision, note, answer } })),
  lookFresh: (id: string, name: string, content: Blob) =>
    got(client.POST('/api/tables/{id}/fresh', { ...of(id, { name }), ...file(content) })),
  takeFresh: (id: string) => got(client.POST('/api/fresh/{id}', of(id))),
  tryStep: (id: string, step: Step, stage?: number) =>
    got(client.POST('/api/tables/{id}/try', { ...of(id), body: { step: step as never, stage: stage ?? null } })),
  callAsBefore: (id: string, column: RenamedColumn) => got(client.POST('/api/fresh/{id}/renamed', { ...of(id), body: column })),
  leaveFresh: (id: string) => got(client.DELETE('/api/fresh/{id}', of(id))),
  stepKinds: () => got(client.GET('/api/step-kinds')),
  setSteps: (id: string, revision: number, steps: Step[]) =>
    got(client.POST('/api/tables/{id}/steps', { ...of(id), body: { revision, steps: steps as never } })),
  labels: (id: string, column: string, stage?: number) => got(client.GET('/api/tables/{id}/labels', of(id, { column, stage }))),
  portrait: (id: string, column: string, stage?: number) =>
    got(client.GET('/api/tables/{id}/portrait', of(id, { column, stage }))),
  spellings: (id: string, column: string, stage?: number) =>
    got(client.GET('/api/tables/{id}/spellings', of(id, { column, stage }))),
  takenAway: () => got(client.GET('/api/taken-away')),
  bringBack: (id: string) => got(client.POST('/api/taken-away/{id}/bring-back', of(id))),
  forget: (id: string) => got(client.DELETE('/api/taken-away/{id}', of(id))),
  removeTable: (id: string) => got(client.DELETE('/api/tables/{id}', of(id))),
  importTable: (name: string, content: Blob, headerRow?: number) =>
    got(client.POST('/api/tables/import', { params: { query: { name, headerRow } }, ...file(content) })),
  lookAt: (id: string, choice: ImportChoice) => got(client.POST('/api/imports/{id}/look', { ...of(id), body: choice })),
  chooseImport: (id: string, choice: ImportChoice) => got(client.POST('/api/imports/{id}/choose', { ...of(id), body: choice })),
  importStatus: (id: string) => got(client.GET('/api/imports/{id}', of(id))),
  fileOf: (tableId: string) => got(client.GET('/api/tables/{id}/file', of(tableId))),
  stopImport: (id: string) => got(client.DELETE('/api/imports/{id}', of(id))),
  sources: () => got(client.GET('/api/sources')),
  addSource: (name: string, place: string) => got(client.POST('/api/sources', { body: { name, place } })),
  removeSource: (id: string) => got(client.DELETE('/api/sources/{id}', of(id))),
  sourceItems: (id: string) => got(client.GET('/api/sources/{id}/items', of(id))),
  importFrom: (id: string, item: string | null) => got(client.POST('/api/sources/{id}/import', { ...of(id), body: { item } })),
  lookSource: (id: string, name: string, place: string) =>
    got(client.POST('/api/sources/{id}/look', { ...of(id), body: { name, place } })),
  moveSource: (id: string, revision: number, name: string, place: string) =>
    got(client.POST('/api/sources/{id}/move', { ...of(id), body: { revision, name, place } })),
  engineTables: (id: string, find?: string) => got(client.GET('/api/sources/{id}/tables', of(id, { find }))),
  setPassword: (id: string, password: string, keep: boolean) =>
    got(client.POST('/api/sources/{id}/password', { ...of(id), body: { password, keep } })),
  engineCost: (id: string, table: EngineTableRequest, signal?: AbortSignal) =>
    got(client.POST('/api/sources/{id}/cost', { ...of(id), body: table, signal }), signal),
  bringFrom: (id: string, table: EngineTableRequest) => got(client.POST('/api/sources/{id}/bring', { ...of(id), body: table })),
  leaveThere: (id: string, table: EngineTableRequest) => got(client.POST('/api/sources/{id}/leave', { ...of(id), body: table })),
  askAgain: (table: string) => got(client.POST('/api/tables/{id}/ask-again', of(table))),
  askEvery: (table: string, revision: number, minutes: number | null) =>
    got(client.POST('/api/tables/{id}/ask-every', { ...of(table), body: { revision, minutes } })),
  lookAtLeft: (table: string, revision: number) =>
    got(client.POST('/api/tables/{id}/look-again', { ...of(table), body: { revision } })),
  stopAsking: (table: string) => got(client.POST('/api/tables/{id}/stop-asking', of(table))),
  leftPage: (table: string, after?: string, signal?: AbortSignal) =>
    got(client.GET('/api/tables/{id}/page', { ...of(table, { after }), signal }), signal),
  newer: (table: string) => got(client.GET('/api/tables/{id}/newer', of(table))),
  lookAgain: (table: string) => got(client.POST('/api/tables/{id}/again', of(table))),
  demo: () => got(client.POST('/api/demo')),

  studies: (size: Size) => got(client.GET('/api/studies', { params: { query: size } })),
  study: (id: string, size: Size) => got(client.GET('/api/studies/{id}', of(id, size))),
  startFrom: (table: string, block: Schemas['MarkedBlock'], size: Size) =>
    got(client.POST('/api/tables/{id}/marked', { ...of(table, size), body: block })),
  start: (table: string, size: Size, likely = 0) => got(client.POST('/api/tables/{id}/studies', of(table, { ...size, likely }))),
  startOn: (table: string, column: string, size: Size) =>
    got(client.POST('/api/tables/{id}/studies', of(table, { ...size, column }))),
  likely: (table: string, size: Size) => got(client.GET('/api/tables/{id}/likely', of(table, size))),
  nameTable: (id: string, revision: number, name: string) =>
    got(client.POST('/api/tables/{id}/name', { ...of(id), body: { revision, name } })),
  sayShape: (id: string, revision: number, shape: 'long' | 'wide') =>
    got(client.POST('/api/tables/{id}/shape', { ...of(id), body: { revision, shape } })),
  narrow: (id: string, revision: number, labels: Schemas['NarrowedLabels'], size: Size) =>
    got(client.POST('/api/studies/{id}/narrow', { ...of(id, size), body: { revision, labels } })),
  change: (id: string, revision: number, path: string, value: unknown, size: Size, drop?: string | null) =>
    got(
      client.POST('/api/studies/{id}/change', {
        ...of(id, size),
        body: { revision, path, value: (value ?? null) as never, drop: drop ?? null },
      }),
    ),
  preview: (id: string, path: string, value: unknown, size: Size, signal?: AbortSignal) =>
    got(
      client.POST('/api/studies/{id}/preview', { ...of(id, size), body: { path, value: (value ?? null) as never }, signal }),
      signal,
    ),
  applyRemedy: (id: string, revision: number, line: string, size: Size) =>
    got(client.POST('/api/studies/{id}/remedy', { ...of(id, size), body: { revision, line } })),
  shape: (id: string, revision: number, form: string, shape: string, size: Size) =>
    got(client.POST('/api/studies/{id}/shape', { ...of(id, size), body: { revision, form, shape } })),
  swap: (id: string, revision: number, size: Size) =>
    got(client.POST('/api/studies/{id}/swap', { ...of(id, size), body: { revision } })),
  move: (id: string, revision: number, move: LabelMove, size: Size) =>
    got(client.POST('/api/studies/{id}/move', { ...of(id, size), body: { revision, move: move as Schemas['LabelMove'] } })),
  step: (id: string, step: 'undo' | 'redo', revision: number, size: Size) =>
    got(client.POST(`/api/studies/{id}/${step}`, { ...of(id, size), body: { revision } })),
  colourSets: () => got(client.GET('/api/colour-sets')),
  keepColourSet: (name: string, colours: string[]) => got(client.POST('/api/colour-sets', { body: { name, colours } })),
  removeColourSet: (id: string) => got(client.DELETE('/api/colour-sets/{id}', of(id))),
  handOverKinds: () => got(client.GET('/api/hand-over')),
  tryAmount: (id: string, revision: number, row: number, text: string, size: Size) =>
    got(client.POST('/api/studies/{id}/try', { ...of(id, size), body: { revision, row, text } })),
  tryAhead: (id: string, row: number, text: string, size: Size, signal?: AbortSignal) =>
    got(client.POST('/api/studies/{id}/try-ahead', { ...of(id, size), body: { row, text }, signal }), signal),
  words: () => got(client.GET('/api/words')),
  setWords: (words: object) => got(client.PUT('/api/words', { body: words as Schemas['JsonObject'] })),
  reach: (id: string, row: number) => got(client.GET('/api/studies/{id}/reach', of(id, { row }))),
  changes: (id: string) => got(client.GET('/api/studies/{id}/changes', of(id))),
  changed: (id: string, text: string, size: Size) =>
    got(client.POST('/api/studies/{id}/changes', { ...of(id, size), body: { text } })),
  numbers: () => got(client.GET('/api/numbers')),
  setNumbers: (numbers: object) => got(client.PUT('/api/numbers', { body: numbers as Schemas['JsonObject'] })),
  chartLimits: (id: string) => got(client.GET('/api/studies/{id}/chart-limits', of(id))),
  columnsOf: (id: string) => got(client.GET('/api/studies/{id}/columns', of(id))),
  layOn: (id: string, table: string, columns: Record<string, string>) =>
    got(client.POST('/api/studies/{id}/lay-on', { ...of(id), body: { table, columns } })),
  copy: (id: string) => got(client.POST('/api/studies/{id}/copy', of(id))),
  removeStudy: (id: string) => got(client.DELETE('/api/studies/{id}', of(id))),
  studyRows: (id: string, first: number, count: number, stamp?: string) =>
    got(client.GET('/api/studies/{id}/rows', of(id, { first, count, stamp }))),
  arithmetic: (id: string, column: string, row: number) =>
    got(client.GET('/api/studies/{id}/arithmetic', of(id, { column, row }))),
  pointed: (id: string, row: number) => got(client.GET('/api/studies/{id}/pointed', of(id, { row }))),
  selection: (id: string, rows: number[]) => got(client.POST('/api/studies/{id}/selection', { ...of(id), body: { rows } })),
  options: (id: string, path: string) => got(client.GET('/api/studies/{id}/options', of(id, { path }))),
  settings: (id: string, size: Size, signal?: AbortSignal) =>
    got(client.GET('/api/studies/{id}/settings', { params: { path: { id }, query: size }, signal })),
  strip: (id: string, size: Size, signal?: AbortSignal) =>
    got(client.GET('/api/studies/{id}/strip', { ...of(id, size), signal }), signal),
  filter: (id: string, column: string, clause?: number) =>
    got(client.GET('/api/studies/{id}/filter', of(id, { column, clause }))),
  least: (id: string, row: number) => got(client.GET('/api/studies/{id}/least', of(id, { row }))),

  briefings: () => got(client.GET('/api/briefings')),
  startBriefing: (title: string, studies: string[]) => got(client.POST('/api/briefings', { body: { title, studies } })),
  briefing: (id: string, pick: Pick, width: number) => got(client.GET('/api/briefings/{id}', of(id, { ...picked(pick), width }))),
  changeBriefing: (id: string, revision: number, document: BriefingDocument, note: string, pick: Pick, width: number) =>
    got(
      client.POST('/api/briefings/{id}/change', {
        ...of(id, { ...picked(pick), width }),
        body: { revision, document: document as never, note },
      }),
    ),
  stepBriefing: (id: string, step: 'undo' | 'redo', revision: number, pick: Pick, width: number) =>
    got(client.POST(`/api/briefings/{id}/${step}`, { ...of(id, { ...picked(pick), width }), body: { revision } })),
  removeBriefing: (id: string) => got(client.DELETE('/api/briefings/{id}', of(id))),
  briefingKinds: () => got(client.GET('/api/briefing-kinds')),
  newerOnPage: (id: string) => got(client.GET('/api/briefings/{id}/newer', of(id))),
  takeNewer: (id: string) => got(client.POST('/api/briefings/{id}/take-newer', of(id))),
  /** Starts to write a file, whose address is that of the file itself. */
  startFile: (address: string) => got(client.POST(address as '/api/hand-overs/{job}/stop', { params: { path: { job: '' } } })),
  fileStatus: (job: string) => got(client.GET('/api/hand-overs/{job}', { params: { path: { job } } })),
  stopFile: (job: string) => got(client.POST('/api/hand-overs/{job}/stop', { params: { path: { job } } })),
  lookIntoBundle: (content: Blob) => got(client.POST('/api/bundles', file(content))),
  takeBundle: ({ id, replace }: { id: string; replace: boolean }) =>
    got(client.POST('/api/bundles/{id}/take', of(id, { replace }))),
};

/** The address of a handed-over file. */
export const handOver = (
  id: string,
  kind: string,
  size: Size,
  how: { scale?: number; paper?: string; margin?: number; workings?: boolean; sharesOnly?: boolean } = {},
) => `/api/studies/${id}/hand-over/${kind}?${query({ ...size, scale: 1, ...how })}`;
