import { Link } from 'react-router';

/** Something to do, as one big touch. */
export function Row({
  to,
  nickname,
  words,
  act,
  ochre = false,
  later = false,
}: {
  to: string;
  nickname: string;
  words: string;
  act: string;
  ochre?: boolean;
  later?: boolean;
}) {
  return (
    <Link
      to={to}
      className={`sheet flex min-h-[88px] items-center gap-4 px-4 py-2 ${later ? 'opacity-75' : ''}`}
    >
      <span className="min-w-0 flex-1">
        <span className="block truncate font-serif text-[1.9rem] leading-tight font-semibold">
          {nickname}
        </span>
        <span className="line-clamp-2">{words}</span>
      </span>
      <span
        className={`grid min-h-[64px] min-w-[7rem] place-items-center px-4 text-[1.3rem] font-bold ${
          later ? 'border border-faint' : ochre ? 'bg-ochre text-sheet' : 'bg-verdigris text-on-verdigris'
        }`}
      >
        {act}
      </span>
    </Link>
  );
}
