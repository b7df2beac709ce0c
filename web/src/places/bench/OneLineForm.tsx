import { useState } from 'react';

/** One thing said in a line, and the button that writes it down. */
export function OneLineForm({
  label,
  button,
  onSay,
  most = 500,
  act = false,
  className = '',
}: {
  label: string;
  button: string;
  /** what was said, without blanks around it */
  onSay: (said: string) => void;
  /** signs */
  most?: number;
  /** the button is the one that is meant */
  act?: boolean;
  className?: string;
}) {
  const [said, setSaid] = useState('');
  return (
    <form
      className={`flex flex-wrap items-end gap-2 ${className}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (said.trim() === '') return;
        onSay(said.trim());
        setSaid('');
      }}
    >
      <label className="min-w-0 grow font-bold">
        {label}
        <input
          className="field font-normal"
          autoComplete="off"
          maxLength={most}
          value={said}
          onChange={(event) => setSaid(event.target.value)}
        />
      </label>
      <button type="submit" className={act ? 'act' : 'quiet'} disabled={said.trim() === ''}>
        {button}
      </button>
    </form>
  );
}
