// In tests a thread beside reads the sources, as the server under test does.
import { register } from 'tsx/esm/api';
import { workerData } from 'piscina';

register();
const work = await import(workerData.entry);

export default ({ name, input }) => work[name](input);
