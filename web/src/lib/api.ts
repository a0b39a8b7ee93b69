import type { components } from '../openapi';

type Schemas = components['schemas'];

export type StudyView = Schemas['StudyView'];
export type StudySummary = Schemas['StudySummary'];
export type TableSummary = Schemas['TableSummary'];
export type TableView = Schemas['TableView'];
export type ColumnDocument = Schemas['ColumnDocument'];
export type Figure = Schemas['Figure'];
export type Mark = Schemas['Mark'];
export type Edit = Schemas['Edit'];
export type Phrase = Schemas['Phrase'];
export type Token = Schemas['Token'];
export type SelectionReading = Schemas['SelectionReading'];
export type LabelMove = Partial<Schemas['LabelMove']> & { label: string };
export type Setting = Schemas['Setting'];
export type Choice = Schemas['Option'];
export type WorkingsView = Schemas['WorkingsView'];
export type WorkingsRow = Schemas['WorkingsRowView'];
export type TieOutLine = Schemas['TieOutView'];
export type StripItem = Schemas['StripItem'];
export type FilterList = Schemas['FilterList'];
export type ImportStatus = Schemas['ImportStatus'];
export type ImportChoice = Schemas['ImportChoice'];
export type RefreshSummary = Schemas['RefreshSummary'];
export type RenamedColumn = Schemas['RenamedColumn'];
export type TableEdit = Partial<Schemas['TableEdit']>;
export type SourceView = Schemas['SourceView'];
export type StepKind = Schemas['StepKindView'];
export type StepTrial = Schemas['StepTrial'];
export type StepField = Schemas['StepField'];
/** One preparing step, as its document has it. */
export type Step = { do: string; off?: boolean } & Record<string, unknown>;
export type RowSlice = Schemas['RowSlice'];
export type BriefingView = Schemas['BriefingView'];
export type BlockView = Schemas['BlockView'];
export type BriefingStudy = Schemas['BriefingStudy'];
/** A block as the document has it. */
export type Block = { key: string; kind: 'text' | 'study'; text?: string; study?: string; show?: string; span?: number };
/** A page as the document has it. */
export type BriefingDocument = {
  format: string;
  title?: string;
  columns?: number;
  filter?: { column: string; is?: string[] }[];
  blocks?: Block[];
};
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

async function ask<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal,
      headers: body === undefined ? {} : { 'Content-Type': 'application/json' },
      body: body === undefined ? undefined : body instanceof Blob ? body : JSON.stringify(body),
    });
  } catch (fault) {
    if (signal?.aborted) throw fault;
    throw new Problem('The server does not answer. What you see is kept; try again in a moment.', 'offline', 0);
  }
  if (!response.ok) {
    const details = await response.json().catch(() => ({}));
    throw new Problem(details.title ?? 'Something went wrong.', details.code ?? 'fault', response.status);
  }
  return response.status === 204 ? (undefined as T) : response.json();
}

const query = (values: Record<string, string | number | boolean | undefined>) => {
  const text = new URLSearchParams();
  for (const [name, value] of Object.entries(values)) if (value !== undefined) text.set(name, String(value));
  return text.toString();
};

const picked = (pick: Pick) => (pick ? query({ pickColumn: pick.column, pickLabel: pick.label }) : '');

/** The address of a handed-over page. */
export const handOverPage = (
  id: string,
  kind: string,
  pick: Pick,
  how: { paper?: string; margin?: number; sharesOnly?: boolean } = {},
) => `/api/briefings/${id}/hand-over/${kind}?${query({ pickColumn: pick?.column, pickLabel: pick?.label, ...how })}`;

/** A figure's size in pixels. */
export type Size = { width: number; height: number };

export const api = {
  tables: () => ask<TableSummary[]>('GET', '/tables'),
  table: (id: string, stage?: number) => ask<TableView>('GET', `/tables/${id}?${query({ stage })}`),
  rows: (id: string, first: number, count: number, stage?: number) =>
    ask<RowSlice>('GET', `/tables/${id}/rows?${query({ first, count, stage })}`),
  editTable: (id: string, revision: number, edit: TableEdit) => ask<TableView>('POST', `/tables/${id}/edit`, { revision, edit }),
  unreadable: (id: string) => ask<Schemas['UnreadableCell'][]>('GET', `/tables/${id}/unreadable`),
  changeColumn: (id: string, change: Schemas['ColumnRequest']) => ask<TableView>('POST', `/tables/${id}/column`, change),
  stepTable: (id: string, step: 'undo' | 'redo', revision: number) =>
    ask<TableView>('POST', `/tables/${id}/${step}`, { revision }),
  answer: (id: string, revision: number, note: number, answer: number) =>
    ask<TableView>('POST', `/tables/${id}/answer`, { revision, note, answer }),
  lookFresh: (id: string, name: string, content: Blob) =>
    ask<RefreshSummary>('POST', `/tables/${id}/fresh?${query({ name })}`, content),
  takeFresh: (id: string) => ask<TableView>('POST', `/fresh/${id}`),
  tryStep: (id: string, step: Step, stage?: number) =>
    ask<Schemas['StepTrial']>('POST', `/tables/${id}/try`, { step, stage: stage ?? null }),
  callAsBefore: (id: string, column: RenamedColumn) => ask<RefreshSummary>('POST', `/fresh/${id}/renamed`, column),
  leaveFresh: (id: string) => ask<void>('DELETE', `/fresh/${id}`),
  stepKinds: () => ask<StepKind[]>('GET', '/step-kinds'),
  setSteps: (id: string, revision: number, steps: Step[]) => ask<TableView>('POST', `/tables/${id}/steps`, { revision, steps }),
  labels: (id: string, column: string, stage?: number) =>
    ask<Schemas['LabelCount'][]>('GET', `/tables/${id}/labels?${query({ column, stage })}`),
  portrait: (id: string, column: string, stage?: number) =>
    ask<Schemas['PortraitView']>('GET', `/tables/${id}/portrait?${query({ column, stage })}`),
  spellings: (id: string, column: string, stage?: number) =>
    ask<Schemas['LabelCount'][][]>('GET', `/tables/${id}/spellings?${query({ column, stage })}`),
  removeTable: (id: string) => ask<void>('DELETE', `/tables/${id}`),
  importTable: (name: string, content: Blob, headerRow?: number) =>
    ask<ImportStatus>('POST', `/tables/import?${query({ name, headerRow })}`, content),
  lookAt: (id: string, choice: ImportChoice) => ask<string[][]>('POST', `/imports/${id}/look`, choice),
  chooseImport: (id: string, choice: ImportChoice) => ask<ImportStatus>('POST', `/imports/${id}/choose`, choice),
  importStatus: (id: string) => ask<ImportStatus>('GET', `/imports/${id}`),
  stopImport: (id: string) => ask<ImportStatus>('DELETE', `/imports/${id}`),
  sources: () => ask<SourceView[]>('GET', '/sources'),
  addSource: (name: string, place: string) => ask<SourceView>('POST', '/sources', { name, place }),
  removeSource: (id: string) => ask<void>('DELETE', `/sources/${id}`),
  sourceItems: (id: string) => ask<Schemas['SourceItem'][]>('GET', `/sources/${id}/items`),
  importFrom: (id: string, item: string | null) => ask<ImportStatus>('POST', `/sources/${id}/import`, { item }),
  lookSource: (id: string, name: string, place: string) =>
    ask<Schemas['SourceCheck'][]>('POST', `/sources/${id}/look`, { name, place }),
  moveSource: (id: string, revision: number, name: string, place: string) =>
    ask<SourceView>('POST', `/sources/${id}/move`, { revision, name, place }),
  newer: (table: string) => ask<Schemas['NewerView']>('GET', `/tables/${table}/newer`),
  lookAgain: (table: string) => ask<RefreshSummary>('POST', `/tables/${table}/again`),
  demo: () => ask<void>('POST', '/demo'),

  studies: (size: Size) => ask<StudySummary[]>('GET', `/studies?${query(size)}`),
  study: (id: string, size: Size) => ask<StudyView>('GET', `/studies/${id}?${query(size)}`),
  startFrom: (table: string, block: Schemas['MarkedBlock'], size: Size) =>
    ask<StudyView>('POST', `/tables/${table}/marked?${query(size)}`, block),
  start: (table: string, size: Size) => ask<StudyView>('POST', `/tables/${table}/studies?${query(size)}`),
  change: (id: string, revision: number, path: string, value: unknown, size: Size, drop?: string | null) =>
    ask<StudyView>('POST', `/studies/${id}/change?${query(size)}`, { revision, path, value: value ?? null, drop: drop ?? null }),
  preview: (id: string, path: string, value: unknown, size: Size, signal?: AbortSignal) =>
    ask<StudyView>('POST', `/studies/${id}/preview?${query(size)}`, { path, value: value ?? null }, signal),
  applyRemedy: (id: string, revision: number, line: string, size: Size) =>
    ask<StudyView>('POST', `/studies/${id}/remedy?${query(size)}`, { revision, line }),
  shape: (id: string, revision: number, form: string, shape: string, size: Size) =>
    ask<StudyView>('POST', `/studies/${id}/shape?${query(size)}`, { revision, form, shape }),
  swap: (id: string, revision: number, size: Size) => ask<StudyView>('POST', `/studies/${id}/swap?${query(size)}`, { revision }),
  move: (id: string, revision: number, move: LabelMove, size: Size) =>
    ask<StudyView>('POST', `/studies/${id}/move?${query(size)}`, { revision, move }),
  step: (id: string, step: 'undo' | 'redo', revision: number, size: Size) =>
    ask<StudyView>('POST', `/studies/${id}/${step}?${query(size)}`, { revision }),
  handOverKinds: () => ask<Schemas['HandOverKind'][]>('GET', '/hand-over'),
  columnsOf: (id: string) => ask<string[]>('GET', `/studies/${id}/columns`),
  layOn: (id: string, table: string, columns: Record<string, string>) =>
    ask<StudyView>('POST', `/studies/${id}/lay-on`, { table, columns }),
  copy: (id: string) => ask<StudyView>('POST', `/studies/${id}/copy`),
  removeStudy: (id: string) => ask<void>('DELETE', `/studies/${id}`),
  studyRows: (id: string, first: number, count: number, stamp?: string) =>
    ask<WorkingsRow[]>('GET', `/studies/${id}/rows?${query({ first, count, stamp })}`),
  arithmetic: (id: string, column: string, row: number) =>
    ask<{ text: string }>('GET', `/studies/${id}/arithmetic?${query({ column, row })}`),
  pointed: (id: string, row: number) => ask<string[]>('GET', `/studies/${id}/pointed?${query({ row })}`),
  selection: (id: string, rows: number[]) => ask<Schemas['SelectionReading']>('POST', `/studies/${id}/selection`, { rows }),
  options: (id: string, path: string) => ask<Choice[]>('GET', `/studies/${id}/options?${query({ path })}`),
  strip: (id: string, size: Size, signal?: AbortSignal) =>
    ask<StripItem[]>('GET', `/studies/${id}/strip?${query(size)}`, undefined, signal),
  filter: (id: string, column: string, clause?: number) =>
    ask<FilterList>('GET', `/studies/${id}/filter?${query({ column, clause })}`),
  briefings: () => ask<Schemas['BriefingSummary'][]>('GET', '/briefings'),
  startBriefing: (title: string, studies: string[]) => ask<BriefingView>('POST', '/briefings', { title, studies }),
  briefing: (id: string, pick: Pick) => ask<BriefingView>('GET', `/briefings/${id}?${picked(pick)}`),
  changeBriefing: (id: string, revision: number, document: BriefingDocument, note: string, pick: Pick) =>
    ask<BriefingView>('POST', `/briefings/${id}/change?${picked(pick)}`, { revision, document, note }),
  stepBriefing: (id: string, step: 'undo' | 'redo', revision: number, pick: Pick) =>
    ask<BriefingView>('POST', `/briefings/${id}/${step}?${picked(pick)}`, { revision }),
  removeBriefing: (id: string) => ask<void>('DELETE', `/briefings/${id}`),
  briefingKinds: () => ask<Schemas['HandOverKind'][]>('GET', '/briefing-kinds'),
  newerOnPage: (id: string) => ask<Schemas['NewerTable'][]>('GET', `/briefings/${id}/newer`),
  takeNewer: (id: string) => ask<Schemas['BriefingRefresh'][]>('POST', `/briefings/${id}/take-newer`),
  /** Starts to write a file, whose address is that of the file itself. */
  startFile: (address: string) => ask<HandOverStatus>('POST', address.replace('/api', '')),
  fileStatus: (id: string) => ask<HandOverStatus>('GET', `/hand-overs/${id}`),
  stopFile: (id: string) => ask<HandOverStatus>('POST', `/hand-overs/${id}/stop`),
  lookIntoBundle: (file: Blob) => ask<Schemas['BundleLook']>('POST', '/bundles', file),
  takeBundle: (id: string) => ask<Schemas['BundleTaken']>('POST', `/bundles/${id}/take`),
  least: (id: string, row: number) => ask<LeastPreview>('GET', `/studies/${id}/least?${query({ row })}`),
};

/** The address of a handed-over file. */
export const handOver = (
  id: string,
  kind: string,
  size: Size,
  how: { scale?: number; paper?: string; margin?: number; workings?: boolean; sharesOnly?: boolean } = {},
) => `/api/studies/${id}/hand-over/${kind}?${query({ ...size, scale: 1, ...how })}`;
