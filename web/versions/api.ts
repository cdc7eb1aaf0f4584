import type { ListedVersion, VersionList } from '#core/document/answers';
import type { Document } from '#core/document/schema';
import { getJson, sendJson } from '../api.ts';

const at = (production: string): string => `/productions/${encodeURIComponent(production)}`;

export const listVersions = (production: string): Promise<VersionList> => getJson(`${at(production)}/versions`);
export const stepsOf = async (production: string, from: number, to: number): Promise<readonly ListedVersion[]> =>
  (await getJson<{ steps: ListedVersion[] }>(`${at(production)}/versions/steps?from=${from}&to=${to}`)).steps;
export const documentOf = (production: string, revision: number): Promise<Document> => getJson(`${at(production)}/at/${revision}`);
export const pictureOf = (production: string, revision: number, scene = 'first'): string => `/api${at(production)}/at/${revision}/picture.png?scene=${scene}`;
export const nameVersion = (production: string, revision: number, name: string): Promise<{ id: string }> => sendJson('POST', `${at(production)}/versions`, { revision, name });
export const renameVersion = (production: string, id: string, name: string): Promise<void> => sendJson('PATCH', `${at(production)}/versions/${id}`, { name });
export const forgetVersion = (production: string, id: string): Promise<void> => sendJson('DELETE', `${at(production)}/versions/${id}`);
/** A new production from a document, under the document's own id. */
export const openAsNew = (document: Document): Promise<{ id: string }> => sendJson('POST', '/productions', { document });
