import type { JobAnswer } from '#core/document/answers';
import { windowId } from './state/window.ts';

/** A request that could not be answered: the server's own sentence, or what to do when it is away. */
export class ApiError extends Error {
  readonly code: string;
  readonly status: number;
  constructor(code: string, sentence: string, status: number) {
    super(sentence);
    this.code = code;
    this.status = status;
  }
}

const CLIENT_KEY = 'kipzo-client';

/** This browser's id: its undo stack belongs to it. */
export function clientId(): string {
  let id = localStorage.getItem(CLIENT_KEY);
  if (!id) {
    id = crypto.randomUUID();
    localStorage.setItem(CLIENT_KEY, id);
  }
  return id;
}

async function request(path: string, init: RequestInit = {}): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, { ...init, headers: { 'x-kipzo-client': clientId(), 'x-kipzo-window': windowId(), ...init.headers } });
  } catch (thrown) {
    if (init.signal?.aborted) throw thrown;
    throw new ApiError('offline', 'Kipzo’s server does not answer. Your work is kept here and is sent when it is back.', 0);
  }
  if (response.ok) return response;
  const problem = (await response.json().catch(() => undefined)) as { code?: string; detail?: string } | undefined;
  throw new ApiError(problem?.code ?? 'error', problem?.detail ?? 'The server could not answer this. Try again.', response.status);
}

/** A page that goes away still sends what is no larger than this (Fetch standard, keepalive: 64 KiB for all that is on its way). */
const MOST_KEPT_ALIVE = 30_000;

export const getJson = async <T>(path: string): Promise<T> => (await request(path)).json() as Promise<T>;
/** `lasting`: it is sent even where the page goes away meanwhile. */
export async function sendJson<T>(method: string, path: string, body?: unknown, { lasting = false }: { lasting?: boolean } = {}): Promise<T> {
  const text = body === undefined ? undefined : JSON.stringify(body);
  const response = await request(path, {
    method,
    headers: { 'Content-Type': 'application/json' },
    ...(text === undefined ? {} : { body: text, keepalive: lasting && text.length < MOST_KEPT_ALIVE }),
  });
  return response.status === 204 ? (undefined as T) : (response.json() as Promise<T>);
}

export interface StoredMedia {
  readonly hash: string;
  readonly name: string;
  readonly facts: Readonly<Record<string, number | string | boolean>>;
}

export interface Following {
  readonly signal?: AbortSignal;
  /** Told how far it is, 0..1. */
  readonly onProgress?: (share: number) => void;
}

/** Waits for work that the server's workers do, and gives its result; cancelled there when the signal says so. */
export async function followJob<T>(job: string, { signal, onProgress }: Following = {}): Promise<T> {
  const cancel = (): void => void sendJson('POST', `/jobs/${job}/cancel`).catch(() => {});
  if (signal?.aborted) cancel();
  signal?.addEventListener('abort', cancel, { once: true });
  try {
    for (let after = -1; ; ) {
      const { state, progress, result, error } = await getJson<JobAnswer>(`/jobs/${job}?after=${after}`);
      if (state === 'done') return result as T;
      if (state === 'failed') throw new ApiError(error?.code ?? 'failed', error?.detail ?? 'This could not be done. Try again.', error?.status ?? 500);
      if (state === 'cancelled') throw new ApiError('cancelled', 'This was stopped.', 499);
      after = progress;
      onProgress?.(progress);
    }
  } finally {
    signal?.removeEventListener('abort', cancel);
  }
}

/** Starts work on the server and waits for its result. */
export async function doOnServer<T>(path: string, body: unknown, following?: Following): Promise<T> {
  const { job } = await sendJson<{ job: string }>('POST', path, body);
  return followJob<T>(job, following);
}

export async function uploadMedia(kind: 'sound' | 'picture' | 'clip', file: File, following?: Following): Promise<StoredMedia> {
  const form = new FormData();
  form.set('file', file, file.name);
  const { job } = (await (await request(`/media/${kind}`, { method: 'POST', body: form, ...(following?.signal ? { signal: following.signal } : {}) })).json()) as { job: string };
  return followJob<StoredMedia>(job, following);
}

export const mediaUrl = (hash: string): string => `/api/media/${hash}`;
