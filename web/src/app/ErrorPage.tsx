import { useRouteError } from 'react-router';

/** Something in the interface itself went wrong: said plainly, with a way on. Drafts are kept. */
export function ErrorPage() {
  const error = useRouteError();
  return (
    <div role="alert" className="sheet mx-auto mt-10 max-w-[40rem] p-6">
      <h1 className="text-[1.6rem]">This page failed</h1>
      <p className="said mt-2">
        What you typed is kept as a draft in this browser, and nothing saved is touched.
      </p>
      <p className="mt-2 text-faint">{error instanceof Error ? error.message : 'No more is known.'}</p>
      <a href="/" className="act mt-4">
        To the shelf
      </a>
    </div>
  );
}
