import { Controller, Get, Param, ParseEnumPipe } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Edit } from '@upright-elder/contract';
import { PeopleService } from '../people/people.service.js';
import { EDITED_TABLES, type EditedTable } from '../store/tables.js';
import { VersionedStore } from '../store/versioned.js';

const TABLES = Object.fromEntries(EDITED_TABLES.map((name) => [name, name]));

@ApiTags('earlier versions')
@Controller('edits')
export class EditsController {
  constructor(
    private readonly store: VersionedStore,
    private readonly people: PeopleService,
  ) {}

  /** All saves of a row, oldest first: who, when, why, and what stood before. */
  @Get(':table/:id')
  @ApiOkResponse({ type: [Edit] })
  async of(
    @Param('table', new ParseEnumPipe(TABLES)) table: EditedTable,
    @Param('id') id: string,
  ): Promise<Edit[]> {
    const nameOf = await this.people.names();
    const edits = await this.store.editsOf(table, id);
    return edits.map(({ version, at, by, why, was }) => ({
      version,
      at,
      byName: by === null ? '' : nameOf(by),
      why,
      was,
    }));
  }
}
