/** What a log says of a request: never what was looked for, which may be an owner's name. */
export const loggedRequest = ({ id, method, url }: { id: unknown; method: string; url: string }): object => ({
  id,
  method,
  path: url.split('?')[0],
});
