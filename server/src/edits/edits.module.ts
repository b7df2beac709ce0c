import { Module } from '@nestjs/common';
import { PeopleModule } from '../people/people.module.js';
import { EditsController } from './edits.controller.js';

/** What stood before in everything that a person edits. */
@Module({ imports: [PeopleModule], controllers: [EditsController] })
export class EditsModule {}
