import { Body, Controller, Get, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Person, PersonInput } from '@upright-elder/contract';
import { PeopleService } from './people.service.js';

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
  save(@Param('id', ParseUUIDPipe) id: string, @Body() input: PersonInput): Promise<Person> {
    return this.people.save(id, input);
  }
}
