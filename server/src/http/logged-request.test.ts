import { expect, it } from 'vitest';
import { loggedRequest } from './logged-request.js';

it('leaves what was looked for, and who asks from where, out of the log', () => {
  const request = {
    id: 7,
    method: 'GET',
    url: '/api/shelf?page=1&search=Petrel',
    query: { search: 'Petrel' },
    headers: { cookie: 'x' },
  };
  expect(loggedRequest(request)).toEqual({ id: 7, method: 'GET', path: '/api/shelf' });
});
