import { rmSync } from 'node:fs';
import { Hono } from 'hono';
import { z } from 'zod';
import { cutSchema, veilSchema } from '../../core/passes/veils/schema';
import { sha256Schema as sha256 } from '../../core/piece/schema';
import { Problem } from '../problem';
import type { Studio } from '../studio';
import { body, query } from './input';

const scribble = cutSchema.options[1];
const tone = cutSchema.options[2];
const fine = veilSchema.shape.fine.unwrap().unwrap();

const given = { plate: sha256, cuts: z.array(cutSchema).max(100), mattes: z.record(z.string(), sha256) };

/** Cutting: what is drawn by hand goes in, solved mattes that are kept as assets come out. */
export function cutRoutes(studio: Studio) {
  return new Hono()
    .post('/prepare', body(z.object({ plate: sha256 })), async (context) => {
      const { plate } = context.req.valid('json');
      await studio.cutting.ask(plate, {}, { kind: 'prepare' });
      return context.json({ prepared: true });
    })
    .post(
      '/scribble',
      body(
        z.object({
          plate: sha256,
          marks: scribble.shape.marks,
          box: scribble.shape.box,
          specks: scribble.shape.specks,
          quick: z.boolean().default(false),
          turn: z.int().optional(),
          about: z.string().max(200).default(''),
        }),
      ),
      async (context) => {
        const { plate, marks, box, specks, quick, turn, about } = context.req.valid('json');
        const own = turn ?? studio.cutting.nextTurn(about);
        const order = { kind: 'scribble', marks, box, specks, quick, about, turn: own } as const;
        const answer = await studio.cutting.ask(plate, {}, order);
        return context.json({
          // Null where nothing says what stands in front.
          matte: answer.kind === 'matte' ? studio.cutting.keep(answer.matte, 'matte') : null,
          /** Given up for a newer stroke. */
          isOutdated: answer.kind === 'outdated',
          turn: own,
        });
      },
    )
    .post('/stand-out', body(z.object({ plate: sha256 })), async (context) => {
      const { plate } = context.req.valid('json');
      const answer = await studio.cutting.ask(plate, {}, { kind: 'stand-out' });
      return context.json({ things: answer.kind === 'things' ? answer.things : [] });
    })
    .post('/strokes', body(z.object({ plate: sha256, thing: z.int().min(0).max(4) })), async (context) => {
      const { plate, thing } = context.req.valid('json');
      const answer = await studio.cutting.ask(plate, {}, { kind: 'strokes', thing });
      return context.json({ marks: answer.kind === 'strokes' ? answer.marks : [] });
    })
    .post('/own-matte', body(z.object({ plate: sha256 })), async (context) => {
      const { plate } = context.req.valid('json');
      const answer = await studio.cutting.ask(plate, {}, { kind: 'own-matte' });
      return context.json({ matte: answer.kind === 'matte' ? studio.cutting.keep(answer.matte, 'matte') : null });
    })
    .post('/picture', query(z.object({ plate: sha256 })), async (context) => {
      const { plate } = context.req.valid('query');
      const { path } = await studio.intake.receive(context.req.raw.body as never);
      try {
        const answer = await studio.cutting.ask(plate, {}, { kind: 'picture', file: path });
        if (answer.kind === 'refused') throw new Problem(422, answer.message);
        if (answer.kind !== 'matte') throw new Problem(500, 'The matte could not be read.');
        return context.json(studio.cutting.keep(answer.matte, 'matte'));
      } finally {
        rmSync(path, { force: true });
      }
    })
    .post('/compare', body(z.object({ plate: sha256, other: sha256 })), async (context) => {
      const { plate, other } = context.req.valid('json');
      const answer = await studio.cutting.ask(plate, { other }, { kind: 'compare', other });
      return context.json({ difference: answer.kind === 'compared' ? answer.difference : 1 });
    })
    .post('/align', body(z.object({ plate: sha256, other: sha256 })), async (context) => {
      const { plate, other } = context.req.valid('json');
      const answer = await studio.cutting.ask(plate, { other }, { kind: 'align', other });
      // Null where too little is seen in both.
      return context.json({ alignment: answer.kind === 'aligned' ? answer.alignment : null });
    })
    .post(
      '/tone',
      body(
        z.object({
          plate: sha256,
          ...tone.pick({ samples: true, chroma: true, lightness: true, softness: true, connected: true, specks: true })
            .shape,
        }),
      ),
      async (context) => {
        const { plate, samples, chroma, lightness, softness, connected, specks } = context.req.valid('json');
        if (samples.length === 0) throw new Problem(422, 'No colour has been sampled yet.', 'nothing');
        const answer = await studio.cutting.ask(
          plate,
          {},
          {
            kind: 'tone',
            rule: { samples, chroma, lightness, softness },
            connected: connected ? samples.map(({ x, y }) => [x, y]) : null,
            specks,
          },
        );
        if (answer.kind !== 'matte') throw new Problem(500, 'Nothing was cut.');
        return context.json(studio.cutting.keep(answer.matte, 'matte'));
      },
    )
    .post('/softness', body(z.object(given)), async (context) => {
      const { plate, cuts, mattes } = context.req.valid('json');
      const answer = await studio.cutting.ask(plate, mattes, { kind: 'softness', cuts, mattes });
      return context.json({ profile: answer.kind === 'softness' ? answer.profile : [] });
    })
    .post('/edge', body(z.object({ plate: sha256, veil: veilSchema, mattes: given.mattes })), async (context) => {
      const { plate, veil, mattes } = context.req.valid('json');
      const answer = await studio.cutting.ask(plate, mattes, { kind: 'edge', veil, mattes });
      return context.json(
        answer.kind === 'compared-edge'
          ? { places: answer.places, roughness: answer.roughness, halo: answer.halo }
          : { places: [], roughness: null, halo: null },
      );
    })
    .post(
      '/first-look',
      body(z.object({ ...given, ...fine.pick({ band: true, reach: true, needed: true }).shape })),
      async (context) => {
        const { plate, cuts, mattes, band, reach, needed } = context.req.valid('json');
        const answer = await studio.cutting.ask(plate, mattes, {
          kind: 'first-look',
          cuts,
          mattes,
          fine: { band, reach, needed },
        });
        if (answer.kind !== 'edge') throw new Problem(500, 'The edge could not be solved.');
        return context.json({
          matte: studio.cutting.keep(answer.matte, 'matte'),
          front: studio.cutting.keep(answer.front, 'front'),
        });
      },
    )
    .post(
      '/fine',
      body(
        z.object({
          about: z.string().max(200),
          ...given,
          ...fine.pick({ band: true, reach: true, needed: true }).shape,
        }),
      ),
      async (context) => {
        const { about, plate, cuts, mattes, band, reach, needed } = context.req.valid('json');
        // A page that was loaded again asks once more; what it asked before is of no use to anybody.
        for (const { id, kind, state } of studio.jobs.list(about))
          if (kind === 'fine edge' && state === 'running') studio.jobs.cancel(id);
        const job = studio.cutting.startFine(about, plate, { cuts, mattes, fine: { band, reach, needed } });
        return context.json({ job: job.state }, 202);
      },
    );
}
