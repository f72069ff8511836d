import { createDeriver } from '../core/derive/derive'
import { stepPicture } from '../core/papers/pictures/stepPicture'
import { pictureSvg } from '../core/papers/pictures/svg'
import { guideSource } from '../core/papers/stepGuide'
import { METRIC_UNITS } from '../core/quantity/units'
import { demoJobs } from '../core/demo/demoShop'

/** Time to draw the picture of a step as SVG, ms, over all steps of all demo jobs. Prints them as one JSON list. */
const times: number[] = []
// A first round compiles the code, so that only the work is timed.
for (const round of [0, 1])
  for (const { plan } of demoJobs()) {
    const derived = createDeriver()(plan)
    const source = guideSource(plan, derived, METRIC_UNITS)
    for (const step of derived.stages.build.result.steps) {
      const from = performance.now()
      const picture = stepPicture(step, source)
      if (picture) pictureSvg(picture)
      if (round === 1) times.push(performance.now() - from)
    }
  }
console.log(JSON.stringify(times))
