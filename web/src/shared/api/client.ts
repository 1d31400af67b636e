/** What the server refused or could not do, in its own sentences. */
export class Refused extends Error {
  readonly status: number;
  readonly sentences: string[];

  constructor(status: number, sentences: string[]) {
    super(sentences.join(' '));
    this.status = status;
    this.sentences = sentences;
  }
}

function csrfToken(): string {
  const cookie = document.cookie.split('; ').find((part) => part.startsWith('XSRF-TOKEN='));
  return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : '';
}

async function sentencesOf(response: Response): Promise<string[]> {
  try {
    const body: unknown = await response.json();
    if (body && typeof body === 'object' && 'sentences' in body && Array.isArray(body.sentences)) {
      return body.sentences.map(String);
    }
  } catch {
    // No JSON: the status alone has to do.
  }
  return response.status === 401
    ? ['You are not signed in any more. Sign in again; nothing was lost.']
    : [`The server answered with ${response.status}. Try again.`];
}

async function ask<T>(method: string, path: string, body?: BodyInit, json = false): Promise<T> {
  const headers: Record<string, string> = { Accept: 'application/json' };
  if (method !== 'GET') {
    headers['X-XSRF-TOKEN'] = csrfToken();
  }
  if (json) {
    headers['Content-Type'] = 'application/json';
  }
  let response: Response;
  try {
    response = await fetch(path, { method, headers, body });
  } catch {
    throw new Refused(0, ['Stale Keys cannot be reached. Is it still running?']);
  }
  if (!response.ok) {
    throw new Refused(response.status, await sentencesOf(response));
  }
  const text = await response.text();
  return (text ? JSON.parse(text) : undefined) as T;
}

export const api = {
  get: <T>(path: string) => ask<T>('GET', path),
  post: <T>(path: string, body: unknown) => ask<T>('POST', path, JSON.stringify(body), true),
  put: <T>(path: string, body: unknown) => ask<T>('PUT', path, JSON.stringify(body), true),
  remove: <T>(path: string) => ask<T>('DELETE', path),
  upload: <T>(path: string, file: Blob) => ask<T>('POST', path, file),
};

/** The server's sentences of an error, or one of our own for anything unexpected. */
export function sentences(error: unknown): string[] {
  return error instanceof Refused
    ? error.sentences
    : ['Something went wrong on this page. Reload it.'];
}
