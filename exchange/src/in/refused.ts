/** A file from outside cannot be read, in plain words: what was wrong, and what would be accepted. Nothing was taken in. */
export class FileRefused extends Error {
  // it is told from others by its name, also beyond a thread
  override readonly name = 'FileRefused';
}
