import type { INestApplication } from '@nestjs/common';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { createRequire } from 'node:module';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';

/**
 * The OpenAPI document. The contract knows nothing of Nest, so the schemas come from class-validator's own
 * metadata and take the place of the empty ones that Nest would write.
 */
export function openApi(app: INestApplication): OpenAPIObject {
  const document = SwaggerModule.createDocument(
    app,
    new DocumentBuilder()
      .setTitle('Upright Elder')
      .setDescription('The shop’s own interface: lengths travel as typed, values come back in SI units.')
      .setVersion('1')
      .build(),
  );
  const require = createRequire(import.meta.url);
  const { defaultMetadataStorage } = require('class-transformer/cjs/storage') as {
    defaultMetadataStorage: never;
  };
  const schemas = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: '#/components/schemas/',
  });
  document.components = { ...document.components, schemas: schemas as never };
  return document;
}

export function serveOpenApi(app: INestApplication): void {
  SwaggerModule.setup('api/docs', app, () => openApi(app), {
    jsonDocumentUrl: 'api/openapi.json',
    customSiteTitle: 'Upright Elder: its interface for programs',
    customfavIcon: '/mark.svg',
    customCss: '.swagger-ui .topbar { display: none }',
  });
}
