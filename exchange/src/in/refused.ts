/** A file from outside cannot be read, in plain words: what was wrong, and what would be accepted. Nothing was taken in. */
export class FileRefused extends Error {}
