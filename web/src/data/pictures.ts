import type { AnswerTaken, PictureTaken, Problem } from '@upright-elder/contract';
import { ACCEPTED_ANSWERS, ACCEPTED_PICTURES, LARGEST_PICTURE } from '@upright-elder/contract/lists';
import { ProblemError, Unreachable } from './api.js';

export const pictureUrl = (picture: string, small = false): string =>
  `/api/pictures/${picture}${small ? '?small' : ''}`;

type Progress = (part: number) => void;

/**
 * Sends a picture's bytes and says how far it is.
 *
 * @param onProgress the part that has gone out, 0 to 1
 * @throws ProblemError with the server's explanation, or Unreachable
 */
export const sendPicture = (file: Blob, onProgress: Progress): Promise<PictureTaken> =>
  sendBytes('pictures', file, ACCEPTED_PICTURES, onProgress);

/** The same of what an owner sent back. */
export const sendAnswer = (file: Blob, onProgress: Progress): Promise<AnswerTaken> =>
  sendBytes('papers/answers', file, ACCEPTED_ANSWERS, onProgress);

/** XMLHttpRequest, since fetch does not tell how far it is. */
function sendBytes<T>(to: string, file: Blob, accepted: string, onProgress: Progress): Promise<T> {
  if (file.size > LARGEST_PICTURE) {
    const detail = `It has ${(file.size / 1024 / 1024).toFixed(0)} MB. Accepted: ${accepted}.`;
    return Promise.reject(
      new ProblemError({ type: 'about:blank', title: 'The file is too large', status: 413, detail }),
    );
  }
  return new Promise((done, failed) => {
    const call = new XMLHttpRequest();
    call.open('POST', `/api/${to}`);
    call.setRequestHeader('content-type', 'application/octet-stream');
    call.responseType = 'json';
    call.upload.onprogress = ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0);
    call.onerror = () => failed(new Unreachable());
    call.onload = () => {
      if (call.status === 200) return done(call.response as T);
      failed(
        new ProblemError(
          (call.response as Problem | null) ?? {
            type: 'about:blank',
            title: 'The answer could not be read',
            status: call.status,
          },
        ),
      );
    };
    call.send(file);
  });
}
