import { application } from '../application';
import { testStudio } from '../testing/studio';
import { asked } from './openApi';

const { ask, studio } = testStudio();

interface Described {
  openapi: string;
  paths: Record<
    string,
    Record<
      string,
      {
        parameters: { name: string; in: string; required: boolean }[];
        requestBody?: {
          content: Record<string, { schema: { properties?: Record<string, { enum?: string[] }>; allOf?: object[] } }>;
        };
      }
    >
  >;
}

const described = async (): Promise<Described> => (await ask('/openapi.json')).json() as Promise<Described>;

test('all that can be asked of runs is described, and nothing that cannot', async () => {
  const { openapi, paths } = await described();
  expect(openapi).toBe('3.1.0');
  const said = Object.entries(paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => `${method} ${path}`),
  );
  expect(said).toHaveLength(asked.length);
  const answered = new Set(
    application(studio).app.routes.map(
      ({ method, path }) => `${method.toLowerCase()} ${path.replace(/^\/api/, '').replace(/:(\w+)/g, '{$1}')}`,
    ),
  );
  for (const one of said) expect([one, answered.has(one)]).toEqual([one, true]);
  for (const one of answered)
    if (/^(get|post|delete) \/runs/.test(one)) expect([one, said.includes(one)]).toEqual([one, true]);
});

test('what is sent is described by the schemas that check it', async () => {
  const { paths } = await described();
  const body = (path: string) => paths[path].post.requestBody!.content['application/json'].schema;
  expect(Object.keys(body('/runs/{id}/print-sheets').properties!)).toEqual([
    'paper',
    'margin',
    'gap',
    'marks',
    'codes',
    'fold',
    'panels',
  ]);
  expect(body('/runs/{id}/print-sheets').properties!.paper.enum).toContain('SRA3');
  expect(JSON.stringify(body('/pieces/{id}/exports'))).toContain('"openraster"');
  expect(paths['/runs/{id}/table'].post.parameters.map(({ name, in: at, required }) => [name, at, required])).toEqual([
    ['id', 'path', true],
    ['name', 'query', true],
    ['added', 'query', false],
  ]);
});
