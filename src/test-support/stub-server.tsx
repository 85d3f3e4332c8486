/* A server in the page's own thread: answers by method and path, and notes what it was asked. */
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { vi } from 'vitest';
import type { ErrorCode } from '../contract/api.ts';
import { showInApp } from './show-in-app.tsx';

/** What was asked for: "PATCH /api/settings", with the body that came along. */
export type Asked = { readonly what: string; readonly body: unknown };

/** Answers by "METHOD /path"; what it has no answer for is not found. A refusal is an answer of its own. */
type Answers = Readonly<Record<string, (body: never) => unknown>>;

/** What a server answers when it refuses. */
export function refusal(code: ErrorCode, message: string, status = 400): Response {
  return Response.json({ code, message }, { status });
}

/** Puts such a server in the place of the network; answers the list of what it is asked. */
export function stubServer(answers: Answers): readonly Asked[] {
  const asked: Asked[] = [];
  vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
    const what = `${init?.method ?? 'GET'} ${path}`;
    const body: unknown = init?.body === undefined ? null : JSON.parse(String(init.body));
    asked.push({ what, body });
    const answer = answers[what]?.(body as never);
    return answer === undefined
      ? refusal('not-found', 'There is nothing here.', 404)
      : answer instanceof Response
        ? answer
        : Response.json(answer);
  });
  return asked;
}

/** Shows a screen that belongs to no song. */
export function showScreen(screen: ReactNode): void {
  showInApp(screen, (shown) => <MemoryRouter>{shown}</MemoryRouter>);
}
