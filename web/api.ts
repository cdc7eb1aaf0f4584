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
    response = await fetch(`/api${path}`, { ...init, headers: { 'x-kipzo-client': clientId(), ...init.headers } });
  } catch {
    throw new ApiError('offline', 'Kipzo’s server does not answer. Your work is kept here and is sent when it is back.', 0);
  }
  if (response.ok) return response;
  const problem = (await response.json().catch(() => undefined)) as { code?: string; detail?: string } | undefined;
  throw new ApiError(problem?.code ?? 'error', problem?.detail ?? 'The server could not answer this. Try again.', response.status);
}

export const getJson = async <T>(path: string): Promise<T> => (await request(path)).json() as Promise<T>;
export const sendJson = async <T>(method: string, path: string, body?: unknown): Promise<T> =>
  (await request(path, { method, headers: { 'Content-Type': 'application/json' }, ...(body === undefined ? {} : { body: JSON.stringify(body) }) })).json() as Promise<T>;

export interface StoredMedia {
  readonly hash: string;
  readonly name: string;
  readonly facts: Readonly<Record<string, number | string>>;
}

export async function uploadMedia(kind: 'sound' | 'picture', file: File): Promise<StoredMedia> {
  const form = new FormData();
  form.set('file', file, file.name);
  return (await request(`/media/${kind}`, { method: 'POST', body: form })).json() as Promise<StoredMedia>;
}

export const mediaUrl = (hash: string): string => `/api/media/${hash}`;
