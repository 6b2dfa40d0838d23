import { hc, type ClientResponse } from 'hono/client';
import type { Api } from '../../server/api';

/** What the server says when it refuses: a sentence for a person, and sometimes a code for the page. */
export class ServerProblem extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly code?: string,
  ) {
    super(message);
  }

  /** It may go well later, unchanged: the server cannot be reached, is in trouble, or asks for its key again. */
  get isForNow(): boolean {
    return this.status === 0 || this.status >= 500 || this.status === 401 || this.status === 429;
  }
}

/** Every route of the server, with the types of what goes in and comes out. */
export const api = hc<Api>('/api');

/** What a route answers with when it does not refuse. */
type AnswerOf<Response> =
  Response extends ClientResponse<infer Body, infer Status, 'json'>
    ? Status extends 204
      ? undefined
      : Body
    : undefined;

/**
 * Asks the server, such as `ask(api.pieces[':id'].$get({ param: { id } }))`.
 * @throws ServerProblem; status 0 when it cannot be reached
 */
export async function ask<Response extends ClientResponse<unknown>>(
  asked: Promise<Response>,
): Promise<AnswerOf<Response>> {
  const response = await asked.catch(() => {
    throw new ServerProblem('The server cannot be reached.', 0);
  });
  if (!response.ok) throw await problemOf(response.status, () => response.json());
  // What is done without an answer has no JSON.
  return (response.status === 204 ? undefined : await response.json()) as AnswerOf<Response>;
}

async function problemOf(status: number, read: () => Promise<unknown>): Promise<ServerProblem> {
  const answer = (await read().catch(() => ({}))) as { message?: string; code?: string };
  return new ServerProblem(answer.message ?? `The server refused this (${status}).`, status, answer.code);
}

/** Sends a file and tells how much of it has gone, 0..1. */
export function send<Answer>(
  path: string,
  file: Blob,
  progress: (done: number) => void,
  signal?: AbortSignal,
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('POST', `/api${path}`);
    request.upload.onprogress = (event) => event.lengthComputable && progress(event.loaded / event.total);
    request.onload = () => {
      if (request.status < 300) resolve(JSON.parse(request.responseText) as Answer);
      else
        void problemOf(request.status, () =>
          Promise.resolve().then(() => JSON.parse(request.responseText) as unknown),
        ).then(reject);
    };
    request.onerror = () => reject(new ServerProblem('The file did not arrive: the server cannot be reached.', 0));
    request.onabort = () => reject(new ServerProblem('Cancelled.', 0, 'cancelled'));
    signal?.addEventListener('abort', () => request.abort());
    request.send(file);
  });
}

/** Follows server-sent events until the returned function is called. */
export function follow<Event>(path: string, each: (event: Event) => void): () => void {
  const source = new EventSource(`/api${path}`);
  source.onmessage = (message: MessageEvent<string>) => each(JSON.parse(message.data) as Event);
  return () => source.close();
}

/** How long to wait before a socket that broke off is opened again, ms. */
const socketPause = 1000;

/**
 * Hears what the server tells on a socket until the returned function is called; one that breaks off is opened again.
 */
export function hear<Event>(path: string, each: (event: Event) => void): () => void {
  let stopped = false;
  let socket: WebSocket;
  const open = (): void => {
    if (stopped) return;
    socket = new WebSocket(`${location.origin.replace(/^http/, 'ws')}/api${path}`);
    socket.onmessage = (message: MessageEvent<string>) => each(JSON.parse(message.data) as Event);
    socket.onclose = () => window.setTimeout(open, socketPause);
  };
  open();
  return () => {
    stopped = true;
    socket.onmessage = null;
    socket.close();
  };
}
