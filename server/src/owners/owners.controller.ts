import { Body, Controller, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Owner, OwnerErasing, OwnerInput, OwnerParting } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { OwnersService } from './owners.service.js';

@ApiTags('owners')
@Controller('owners')
export class OwnersController {
  constructor(private readonly owners: OwnersService) {}

  @Get()
  @ApiOkResponse({ type: [Owner] })
  list(): Promise<Owner[]> {
    return this.owners.list();
  }

  @Put(':id')
  @ApiOkResponse({ type: Owner })
  save(@Param('id', IdPipe) id: string, @Body() input: OwnerInput): Promise<Owner> {
    return this.owners.save(id, input);
  }

  /** Some of an owner’s instruments are somebody else’s of the same name. */
  @Post(':id/part')
  @HttpCode(200)
  @ApiOkResponse({ type: Owner })
  part(@Param('id', IdPipe) id: string, @Body() input: OwnerParting): Promise<Owner> {
    return this.owners.part(id, input);
  }

  @Post(':id/erase')
  @HttpCode(200)
  @ApiOkResponse({ type: Owner })
  erase(@Param('id', IdPipe) id: string, @Body() input: OwnerErasing): Promise<Owner> {
    return this.owners.erase(id, input);
  }
}
