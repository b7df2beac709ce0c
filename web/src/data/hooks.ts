import type {
  AirAnswer,
  AirImport,
  Edit,
  PredictionsOf,
  Examination,
  Expectations,
  ExpectationsQuery,
  Forecast,
  ForecastProgress,
  Instrument,
  InstrumentPath,
  Intervention,
  Judgement,
  BackupState,
  BackupTrouble,
  BenchPage,
  CalendarPage,
  DemoState,
  Learning,
  LogFolder,
  Mark,
  Owner,
  PaperGiven,
  Person,
  Photograph,
  BodyPlanAnswer,
  Planning,
  Protocol,
  Room,
  RoomAir,
  RoomWood,
  Scorecard,
  SeriesForecast,
  Shop,
  StayOf,
  CardPage,
  Tool,
  TopModel,
  TreatmentAsWorked,
  TreesLearned,
  Trial,
  LoadTest,
} from '@upright-elder/contract';
import type { HeightUnit } from '@upright-elder/core/units';
import useSWR, { useSWRConfig } from 'swr';
import { get } from './api.js';

/** Server data, one hook a subject; the key is the path. */
export const useOwners = () => useSWR<Owner[]>('owners', get);
export const usePeople = () => useSWR<Person[]>('people', get);
/** Asked again now and then: hands go on while nobody touches a button. */
export const useCalendar = () => useSWR<CalendarPage>('calendar', get, { refreshInterval: 60000 });
/** Asked again now and then: the day turns while a page is open. */
export const useShop = () => useSWR<Shop>('shop', get, { refreshInterval: 60000 });
/** Whether hands are at a clock of the bench now; asked beside every page, and as soon as the bench is left. */
export const useHandsAtClock = (atBench: boolean): boolean =>
  useSWR(['clocks at hand', atBench], () => get<BenchPage>('bench'), { refreshInterval: 30000 }).data
    ?.handsAtClock ?? false;
/** The zone of the shop’s clock; until it is known, that of this browser. */
export const useZone = (): string => useShop().data?.zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
/** All saves of a row, oldest first. */
export const useEdits = (table: string, id: string | null) =>
  useSWR<Edit[]>(id === null ? null : `edits/${table}/${id}`, get);
export const useRooms = () => useSWR<Room[]>('rooms', get);
export const useImports = (id: string) => useSWR<AirImport[]>(`rooms/${id}/imports`, get);
/** What keeps backups from being written; asked for by the shelf. */
export const useBackupTrouble = () =>
  useSWR<BackupTrouble>('backups/trouble', get, { refreshInterval: 600000 });
/** What the invented scenario says of itself; asked for by the shelf. */
export const useDemo = () => useSWR<DemoState>('demo', get, { refreshInterval: 600000 });
export const useKeeping = () => useSWR<BackupState>('backups', get, { refreshInterval: 60000 });
export const useRoomAir = (id: string | undefined) => useSWR<RoomAir>(id ? `rooms/${id}/air` : null, get);
export const useRoomWood = (id: string) => useSWR<RoomWood>(`rooms/${id}/wood`, get);
/** What lives in a room, the first page of it. */
export const useInRoom = (id: string) => useSWR<CardPage>(`shelf?page=1&search=&room=${id}`, get);
export const useInstrument = (id: string) => useSWR<Instrument>(`instruments/${id}`, get);
export const useExaminations = (id: string) => useSWR<Examination[]>(`instruments/${id}/examinations`, get);
/** Those that were taken back too. */
export const useAllExaminations = (id: string) =>
  useSWR<Examination[]>(`instruments/${id}/examinations?struck=true`, get);
export const useInterventions = (id: string, withStruck = false) =>
  useSWR<Intervention[]>(`instruments/${id}/interventions${withStruck ? '?struck=true' : ''}`, get);
export const usePath = (id: string) => useSWR<InstrumentPath>(`instruments/${id}/path`, get);
export const useRoomStays = (id: string) => useSWR<StayOf[]>(`rooms/${id}/stays`, get);
export const useRoomAnswers = (id: string) => useSWR<AirAnswer[]>(`rooms/${id}/answers`, get);
export const useForecast = (id: string, heights?: HeightUnit) =>
  useSWR<Forecast>(`instruments/${id}/forecast${heights ? `?heights=${heights}` : ''}`, get);
/** One of the series besides the action, asked for when it is looked at. */
export const useSeries = (id: string, key: string | null, heights: HeightUnit) =>
  useSWR<SeriesForecast>(key ? `instruments/${id}/forecast/${key}?heights=${heights}` : null, get);
export const useScorecard = (id: string) => useSWR<Scorecard>(`instruments/${id}/scorecard`, get);
export const useForecastProgress = () => useSWR<ForecastProgress>('forecasts', get);
export const useJudgement = (id: string, heights: HeightUnit) =>
  useSWR<Judgement>(`instruments/${id}/judgement?heights=${heights}`, get);
/** What was called of an instrument before the program showed its own. */
export const usePredictions = (id: string) => useSWR<PredictionsOf>(`instruments/${id}/predictions`, get);
export const useLearning = () => useSWR<Learning>('learning', get);
/** Treatments as the shop works them. */
export const useTreatments = () => useSWR<TreatmentAsWorked[]>('treatments', get);
/** What plans of repair are made of. */
export const usePlanning = (id: string) => useSWR<Planning>(`instruments/${id}/planning`, get);
export const useShelf = (page: number, search: string, archived = false) =>
  useSWR<CardPage>(
    `shelf?page=${page}&search=${encodeURIComponent(search)}${archived ? '&archived=true' : ''}`,
    get,
    { keepPreviousData: true },
  );

export const useTools = () => useSWR<Tool[]>('tools', get);
export const useProtocols = () => useSWR<Protocol[]>('protocols', get);
export const useTreesLearned = () => useSWR<TreesLearned>('learning/trees', get);
export const useGivenPapers = (id: string) => useSWR<PaperGiven[]>(`instruments/${id}/papers/given`, get);
export const usePhotographs = (id: string) => useSWR<Photograph[]>(`instruments/${id}/photographs`, get);
export const useAllPhotographs = (id: string) =>
  useSWR<Photograph[]>(`instruments/${id}/photographs?struck=true`, get);
export const useBodyPlan = (id: string) => useSWR<BodyPlanAnswer>(`instruments/${id}/body-plan`, get);
export const useMarks = (id: string) => useSWR<Mark[]>(`instruments/${id}/marks`, get);
export const useAllMarks = (id: string) => useSWR<Mark[]>(`instruments/${id}/marks?struck=true`, get);
/** What the plate model needs. */
export const useTop = (id: string) => useSWR<TopModel>(`instruments/${id}/top`, get);
export const useLoadTests = (id: string, struck = false) =>
  useSWR<LoadTest[]>(`instruments/${id}/load-tests${struck ? '?struck=true' : ''}`, get);
export const useTrials = (id: string) => useSWR<Trial[]>(`instruments/${id}/trials`, get);
export const useLogFolder = () => useSWR<LogFolder>('log-files', get, { refreshInterval: 2000 });
/** What is expected under the conditions; the former answer stands until the next one comes. */
export const useExpectations = (id: string, query: ExpectationsQuery) =>
  useSWR<Expectations>(
    `instruments/${id}/expectations?${new URLSearchParams(Object.entries(query).filter(([, value]) => value))}`,
    get,
    { keepPreviousData: true },
  );

/** After a save everything that is worked out from it is asked for anew. */
export function useRefresh(): () => Promise<unknown> {
  const { mutate } = useSWRConfig();
  return () => mutate(() => true);
}
