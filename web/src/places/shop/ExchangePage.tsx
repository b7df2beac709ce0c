import { In } from './exchange/In.js';
import { Out } from './exchange/Out.js';

/** Everything in and out, in open formats. */
export default function ExchangePage() {
  return (
    <div className="grid items-start gap-4 lg:grid-cols-2">
      <Out />
      <In />
    </div>
  );
}
