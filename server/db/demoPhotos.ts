import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import { createDeriver } from '../../core/derive/derive'
import type { Plan } from '../../core/document/types'
import { stepPicture } from '../../core/papers/pictures/stepPicture'
import { onPaper, pictureSvg } from '../../core/papers/pictures/svg'
import { guideSource } from '../../core/papers/stepGuide'
import { METRIC_UNITS } from '../../core/quantity/units'
import type { NewPhoto } from './photos'

/** Width of a demo photo, px. */
const WIDTH = 960
const PHOTOS_PER_JOB = 3

/**
 * Photos of a demo job's steps that are done. No truck of the demo exists, so each is drawn from the plan, and
 * says so.
 */
export async function demoPhotos(plan: Plan): Promise<NewPhoto[]> {
  const derived = createDeriver()(plan)
  const source = guideSource(plan, derived, METRIC_UNITS)
  const { steps, ticks } = derived.stages.build.result
  const shown = steps
    .filter(({ id }) => ticks[id] && /^(spring|mount|fuse)/.test(id))
    .flatMap((step) => {
      const picture = stepPicture(step, source)
      return picture ? [{ step, svg: onPaper(pictureSvg(picture)) }] : []
    })
    .slice(0, PHOTOS_PER_JOB)
  return Promise.all(
    shown.map(async ({ step, svg }): Promise<NewPhoto> => {
      const { data, info } = await sharp(Buffer.from(svg), { density: 144 })
        .resize({ width: WIDTH })
        .flatten({ background: 'white' })
        .jpeg({ quality: 80 })
        .toBuffer({ resolveWithObject: true })
      return {
        id: randomUUID(),
        subject: `step:${step.id}`,
        caption: `${step.title}. Drawn from the plan for the demo.`,
        width: info.width,
        height: info.height,
        bytes: data,
      }
    }),
  )
}
