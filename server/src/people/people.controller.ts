import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Person, PersonInput } from '@upright-elder/contract';
import { PeopleService } from './people.service.js';
import { IdPipe } from '../http/id.pipe.js';

@ApiTags('people')
@Controller('people')
export class PeopleController {
  constructor(private readonly people: PeopleService) {}

  @Get()
  @ApiOkResponse({ type: [Person] })
  list(): Promise<Person[]> {
    return this.people.list();
  }

  @Put(':id')
  @ApiOkResponse({ type: Person })
  save(@Param('id', IdPipe) id: string, @Body() input: PersonInput): Promise<Person> {
    return this.people.save(id, input);
  }
}
