import { Hono } from 'hono';
import { z } from 'zod';
import { printSheetSchema } from '../../core/formats/imposition';
import { shopOrderSchema } from '../../core/runs/desk';
import { roughsWanted } from './roughs';
import { workSchema } from '../runs/store';
import { fileSetSchema, wantedFileSchema } from '../../core/formats/fileSet';
import { toldSchema } from '../exporting/tellSizes';
import {
  fileQuery,
  pictureKeep,
  practiceOrders,
  runBeginning,
  runChange,
  tableEdits,
  tableQuery,
  tableText,
} from './runs';

type Method = 'get' | 'post' | 'delete';

/** One thing that programs may ask. */
interface Asked {
  method: Method;
  /** Below `/api`; names in braces stand for ids. */
  path: string;
  says: string;
  query?: z.ZodType;
  /** JSON; `file`: the bytes of a file. */
  body?: z.ZodType | 'file';
  /** What comes back: its status, what it is, and of which kind. */
  answers: { status: number; says: string; as?: string };
}

const json = 'application/json';
const job = { status: 202, says: 'The job; ask for it until its state is done.', as: json };
const run = {
  status: 200,
  says: 'The run with its slots, columns, what is matched, its files, and its work.',
  as: json,
};
const nothing = { status: 204, says: 'Done.' };

/** Saving pieces and working at runs: what the command line does, over HTTP. */
export const asked: readonly Asked[] = [
  {
    method: 'post',
    path: '/pieces/{id}/exports',
    says: 'Saves a piece as a file.',
    body: wantedFileSchema,
    answers: job,
  },
  {
    method: 'post',
    path: '/pieces/{id}/exports/set',
    says: 'Saves a piece as several files, in one zip.',
    body: fileSetSchema,
    answers: job,
  },
  {
    method: 'post',
    path: '/pieces/{id}/exports/told',
    says: 'Tells how large files of a piece will be, from samples of them.',
    body: toldSchema,
    answers: { status: 200, says: 'Bytes of each file: what is expected, and between which it will lie.', as: json },
  },
  {
    method: 'post',
    path: '/roughs',
    says: 'Begins to make roughs: whole pieces for a photograph and words. The same order is answered with the same ones.',
    body: roughsWanted,
    answers: { status: 202, says: 'The roughs that there are so far; their id is that of a job too.', as: json },
  },
  {
    method: 'get',
    path: '/roughs/{id}',
    says: 'Roughs as far as they have come, and why kinds were left out.',
    answers: { status: 200, says: 'Its state, roughs and what was left out.', as: json },
  },
  {
    method: 'get',
    path: '/roughs/{id}/{rough}/picture',
    says: 'The picture of a rough.',
    answers: { status: 200, says: 'A JPEG, 960 px at its longer side.', as: 'image/jpeg' },
  },
  {
    method: 'post',
    path: '/roughs/{id}/{rough}/piece',
    says: 'Makes a piece of a rough, with the other ones as its versions.',
    answers: { status: 201, says: 'The id of the piece.', as: json },
  },
  {
    method: 'get',
    path: '/jobs/{id}',
    says: 'How far a job is.',
    answers: { status: 200, says: 'The job.', as: json },
  },
  {
    method: 'get',
    path: '/jobs/{id}/events',
    says: 'The same as it changes.',
    answers: { status: 200, says: 'The job, after each change.', as: 'text/event-stream' },
  },
  {
    method: 'delete',
    path: '/jobs/{id}',
    says: 'Cancels a job.',
    answers: { status: 200, says: 'It is cancelled.', as: json },
  },
  {
    method: 'get',
    path: '/jobs/{id}/file',
    says: 'The file that a job made.',
    answers: { status: 200, says: 'The file.', as: '*/*' },
  },
  { method: 'get', path: '/runs', says: 'All runs.', answers: { status: 200, says: 'The runs.', as: json } },
  {
    method: 'post',
    path: '/runs',
    says: 'Begins a run of a piece; its slots are proposed.',
    body: runBeginning,
    answers: { status: 201, says: 'The id of the run.', as: json },
  },
  { method: 'get', path: '/runs/{id}', says: 'A run.', answers: run },
  {
    method: 'post',
    path: '/runs/{id}',
    says: 'Changes a run: its name, slots, columns, matching, files.',
    body: runChange,
    answers: run,
  },
  { method: 'delete', path: '/runs/{id}', says: 'Removes a run with its rows and files.', answers: nothing },
  {
    method: 'get',
    path: '/runs/{id}/rows',
    says: 'All rows, with what there is to look at.',
    answers: { status: 200, says: 'The rows.', as: json },
  },
  {
    method: 'get',
    path: '/runs/{id}/rows/{row}',
    says: 'One row.',
    answers: { status: 200, says: 'The row.', as: json },
  },
  {
    method: 'post',
    path: '/runs/{id}/table',
    says: 'Brings a table as a file (CSV, TSV, XLSX).',
    query: tableQuery,
    body: 'file',
    answers: { status: 200, says: 'How many rows came, and what was noticed.', as: json },
  },
  {
    method: 'post',
    path: '/runs/{id}/text',
    says: 'Brings a table as text.',
    body: tableText,
    answers: { status: 200, says: 'How many rows came, and what was noticed.', as: json },
  },
  {
    method: 'post',
    path: '/runs/{id}/edits',
    says: 'Changes cells, adds and removes rows, approves.',
    body: tableEdits,
    answers: { status: 200, says: 'It is kept.', as: json },
  },
  {
    method: 'post',
    path: '/runs/{id}/pictures',
    says: 'Brings a picture, or a zip of pictures.',
    query: fileQuery,
    body: 'file',
    answers: { status: 200, says: 'Names of what came, and what was refused.', as: json },
  },
  {
    method: 'get',
    path: '/runs/{id}/rows/{row}/pictures',
    says: 'The pictures that a row names, and what must be seen of each.',
    answers: { status: 200, says: 'The pictures.', as: json },
  },
  {
    method: 'post',
    path: '/runs/{id}/pictures/keep',
    says: 'Says what must be seen of a picture.',
    body: pictureKeep,
    answers: { status: 200, says: 'It is kept.', as: json },
  },
  {
    method: 'post',
    path: '/runs/{id}/work',
    says: 'Solves rows, or makes the files of those that are approved.',
    body: workSchema,
    answers: { status: 202, says: 'The work.', as: json },
  },
  {
    method: 'delete',
    path: '/runs/{id}/work',
    says: 'Stops the work; what is done stays.',
    answers: { status: 200, says: 'It is stopped.', as: json },
  },
  {
    method: 'get',
    path: '/runs/{id}/events',
    says: 'The work as it goes on.',
    answers: { status: 200, says: 'The work, and ids of rows that are done.', as: 'text/event-stream' },
  },
  {
    method: 'post',
    path: '/runs/{id}/rows/{row}/bench',
    says: 'Gives a row a piece of its own, to work at by hand.',
    answers: { status: 200, says: 'The id of that piece.', as: json },
  },
  {
    method: 'delete',
    path: '/runs/{id}/rows/{row}/bench',
    says: 'Gives back what was done to a row by hand.',
    answers: nothing,
  },
  {
    method: 'get',
    path: '/runs/{id}/rows/{row}/roughs',
    says: 'What roughs of a row are made from.',
    answers: { status: 200, says: 'Its photograph’s hash, its words, and the size of its sheet, px.', as: json },
  },
  {
    method: 'get',
    path: '/runs/{id}/rows/{row}/picture',
    says: 'A row, drawn small.',
    answers: { status: 200, says: 'The picture.', as: 'image/png' },
  },
  {
    method: 'get',
    path: '/runs/{id}/rows/{row}/proof',
    says: 'A row as large as a customer must see it: 1200 px.',
    answers: { status: 200, says: 'The picture.', as: 'image/jpeg' },
  },
  {
    method: 'get',
    path: '/runs/{id}/rows/{row}/file',
    says: 'The file that was made of a row.',
    answers: { status: 200, says: 'The file.', as: '*/*' },
  },
  {
    method: 'get',
    path: '/runs/{id}/files.zip',
    says: 'All files that were made.',
    answers: { status: 200, says: 'A zip.', as: 'application/zip' },
  },
  {
    method: 'post',
    path: '/runs/{id}/orders',
    says: 'Takes an order of a shop; the same one twice is one. Pictures come with it, as base64.',
    body: shopOrderSchema,
    answers: { status: 201, says: 'How far the order is; 200 where it was there already.', as: json },
  },
  {
    method: 'get',
    path: '/runs/{id}/orders',
    says: 'All orders, and how far each is.',
    answers: { status: 200, says: 'The orders.', as: json },
  },
  {
    method: 'post',
    path: '/runs/{id}/orders/practice',
    says: 'Places made-up orders, to try a run with.',
    body: practiceOrders,
    answers: { status: 201, says: 'All orders.', as: json },
  },
  {
    method: 'get',
    path: '/runs/{id}/orders/{order}',
    says: 'How far an order is.',
    answers: { status: 200, says: 'The order.', as: json },
  },
  {
    method: 'post',
    path: '/runs/{id}/print-sheets',
    says: 'Lays the PDFs that were made on sheets of paper.',
    body: printSheetSchema,
    answers: job,
  },
  {
    method: 'post',
    path: '/runs/{id}/report',
    says: 'Writes what there is to say of every row, with its picture, as a PDF.',
    answers: job,
  },
  {
    method: 'get',
    path: '/runs/{id}/report.csv',
    says: 'What there is to say of every row.',
    answers: { status: 200, says: 'A table.', as: 'text/csv' },
  },
];

const problem = {
  description: 'What is wrong, in a sentence for a person.',
  content: {
    [json]: {
      schema: {
        type: 'object',
        required: ['message'],
        properties: { message: { type: 'string' }, code: { type: 'string' } },
      },
    },
  },
};

/** The description of what programs may ask (OpenAPI 3.1), made from the schemas that check it. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const one of asked) {
    paths[one.path] ??= {};
    paths[one.path][one.method] = described(one);
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Inky Veil', version: '1', description: 'Saving pieces as files, and runs of a piece for many.' },
    servers: [{ url: '/api' }],
    paths,
  };
}

function described({ path, says, query, body, answers }: Asked): object {
  const named = [...path.matchAll(/{(\w+)}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const { properties = {}, required = [] } = query ? schemaOf(query) : {};
  const inQuery = Object.entries(properties).map(([name, schema]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema,
  }));
  return {
    summary: says,
    parameters: [...named, ...inQuery],
    ...(body && { requestBody: { required: true, content: contentOf(body) } }),
    responses: {
      [answers.status]: { description: answers.says, ...(answers.as && { content: { [answers.as]: {} } }) },
      default: problem,
    },
  };
}

const contentOf = (body: z.ZodType | 'file'): object =>
  body === 'file'
    ? { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } }
    : { [json]: { schema: schemaOf(body) } };

interface Schema {
  properties?: Record<string, object>;
  required?: string[];
}

/** JSON Schema (2020-12, as OpenAPI 3.1 has it) of what is sent. */
const schemaOf = (schema: z.ZodType): Schema =>
  z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Schema;

/** `/api/openapi.json` */
export const openApiRoutes = () => new Hono().get('/openapi.json', (context) => context.json(openApi()));
