import { create } from 'zustand';
import type { Kept } from '#core/document/schema';
import { getJson, sendJson } from '../api.ts';

/** Something to be kept, without the id that it is kept under. */
export type Keeping = Kept extends infer K ? (K extends Kept ? Omit<K, 'id'> : never) : never;

interface Shelf {
  /** The newest first; undefined until it was asked for. */
  readonly kept: readonly Kept[] | undefined;
}

/** What is kept for all productions. */
export const useShelf = create<Shelf>(() => ({ kept: undefined }));

/** Asks what is on the shelf; what was known stays where nobody answers. */
export async function lookOnShelf(): Promise<void> {
  const kept = await getJson<Kept[]>('/shelf').catch(() => useShelf.getState().kept ?? []);
  useShelf.setState({ kept });
}

/** Keeps something for all productions, in the place of what was kept under the same id. @throws ApiError with a sentence. */
export async function keep(id: string, what: Keeping): Promise<void> {
  await sendJson('PUT', `/shelf/${id}`, what);
  await lookOnShelf();
}

/** Takes something off the shelf; copies of it in productions stay. @throws ApiError with a sentence. */
export async function takeOff(id: string): Promise<void> {
  await sendJson('DELETE', `/shelf/${id}`);
  await lookOnShelf();
}
