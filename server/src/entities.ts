import { LogFileEntity } from './air/log-file.entity.js';
import { AirAnswerEntity } from './air/air-answer.entity.js';
import { AirDayEntity, AirImportEntity, AirReadingEntity, RoomEntity } from './air/room.entity.js';
import { PredictionEntity } from './predictions/prediction.entity.js';
import { TreatmentEditEntity } from './catalogue/treatment-edit.entity.js';
import { ChangeEntity } from './changes/change.entity.js';
import {
  CorrectionEntity,
  ExaminationEntity,
  PointFindingEntity,
} from './examinations/examination.entity.js';
import { FromShopEntity } from './exchange/from-shop.entity.js';
import { InstrumentEntity } from './instruments/instrument.entity.js';
import { InterventionEntity } from './interventions/intervention.entity.js';
import { MarkEntity } from './map/mark.entity.js';
import { BodyPlanEntity } from './map/body-plan.entity.js';
import { OwnerEntity } from './owners/owner.entity.js';
import { PaperGivenEntity } from './papers/paper-given.entity.js';
import { TreeFellEntity } from './papers/tree-fell.entity.js';
import { TreeSaidEntity } from './papers/tree-said.entity.js';
import { PersonEntity } from './people/person.entity.js';
import { PhotographEntity } from './photographs/photograph.entity.js';
import { RepairPlanEntity } from './plans/repair-plan.entity.js';
import { ProtocolEntity } from './protocols/protocol.entity.js';
import { ReadingEntity } from './readings/reading.entity.js';
import { CalendarPinEntity, CalendarPlanEntity } from './calendar/calendar.entities.js';
import { BenchEventEntity } from './jobs/bench-event.entity.js';
import { JobEntity } from './jobs/job.entity.js';
import { EditEntity } from './store/edit.entity.js';
import { ShopEntity } from './shop/shop.entity.js';
import { StringSetEntity, TuningEntity } from './strings/strings.entity.js';
import { TrialEntity } from './trials/trial.entity.js';
import { LoadTestEntity } from './load-tests/load-test.entity.js';
import { ToolEntity } from './tools/tool.entity.js';
import { ShownForecastEntity, SolvedTopEntity, WorkedOutEntity } from './analysis/worked-out.entity.js';

/** Every table; each class is known to its own module and to this list alone. */
export const ENTITIES = [
  OwnerEntity,
  PersonEntity,
  RoomEntity,
  AirReadingEntity,
  AirDayEntity,
  AirImportEntity,
  AirAnswerEntity,
  LogFileEntity,
  FromShopEntity,
  InstrumentEntity,
  ExaminationEntity,
  ReadingEntity,
  PointFindingEntity,
  CorrectionEntity,
  InterventionEntity,
  MarkEntity,
  PhotographEntity,
  BodyPlanEntity,
  RepairPlanEntity,
  PredictionEntity,
  TreatmentEditEntity,
  TrialEntity,
  LoadTestEntity,
  BenchEventEntity,
  JobEntity,
  PaperGivenEntity,
  TreeSaidEntity,
  TreeFellEntity,
  ProtocolEntity,
  ShopEntity,
  CalendarPinEntity,
  CalendarPlanEntity,
  ToolEntity,
  StringSetEntity,
  TuningEntity,
  ChangeEntity,
  EditEntity,
  SolvedTopEntity,
  WorkedOutEntity,
  ShownForecastEntity,
];
