/** What the house and the shop have of a kind, one chosen; a new one of the shop's own begins from it. */
export function OneOfShop({
  title,
  all,
  chosen,
  onChoose,
  onOwn,
}: {
  title: string;
  /** with what stands under its name */
  all: readonly { id: string; name: string; under: string }[];
  chosen: string;
  onChoose: (id: string) => void;
  onOwn: () => void;
}) {
  return (
    <aside className="sheet p-4">
      <h2 className="text-[1.2rem]">{title}</h2>
      <ul>
        {all.map(({ id, name, under }) => (
          <li key={id}>
            <button
              type="button"
              aria-pressed={id === chosen}
              onClick={() => onChoose(id)}
              className={`min-h-[44px] w-full border-l-4 px-3 text-left ${id === chosen ? 'border-verdigris font-bold' : 'border-transparent'}`}
            >
              {name || 'unnamed'}
              <span className="block text-[0.85rem] font-normal text-faint">{under}</span>
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className="quiet mt-2" onClick={onOwn}>
        Our own, from this one
      </button>
    </aside>
  );
}
