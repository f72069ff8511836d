import { demoPlan } from '../demo/demoShop'
import { photoRequest } from '../document/photoRequests'
import type { Photo } from '../document/photos'
import { createDeriver } from '../derive/derive'
import { photographed, photoSheets } from './photoSheet'

const plan = demoPlan('ridge-tender')
const derived = createDeriver()(plan)
const photo = (subject: Photo['subject'], caption = ''): Photo => ({
  id: 'p1',
  subject,
  caption,
  width: 4,
  height: 3,
  who: 'Odile',
  at: '2026-05-04T08:15:00.000Z',
})

test('a photo says what it is of, by the name it has in the plan now', () => {
  const [step] = derived.stages.build.result.steps
  const [joint] = derived.stages.prove.result.joints
  const [part] = Object.keys(plan.air.components)
  expect(photographed(photo('truck'), plan, derived)).toBe('The truck')
  expect(photographed(photo(`step:${step!.id}`), plan, derived)).toBe(step!.title)
  expect(photographed(photo(`joint:${joint!.id}`), plan, derived)).toBe(joint!.label)
  expect(photographed(photo(`part:${part}`), plan, derived)).toBe(plan.air.components[part!]!.label)
  expect(photographed(photo('step:gone'), plan, derived)).toBe('A step that is not in the plan any more')
})

test('the pack has a sheet of photos only where there are any, each with caption, who and day', () => {
  expect(photoSheets(plan, derived, [])).toEqual([])
  expect(photoSheets(plan, derived, [photo('truck', 'rust at the left rail')])).toEqual([
    {
      title: 'Photos',
      blocks: [
        {
          kind: 'photos',
          rows: [{ id: 'p1', text: 'The truck: rust at the left rail', under: 'Odile, 2026-05-04' }],
        },
      ],
    },
  ])
})

test('what a photo may be of is checked at the edge, its caption too', () => {
  const asked = (subject: string, caption = '') => ({
    id: '3f0c5a52-7a0e-4a9f-9d51-2f6f1d9a7b11',
    subject,
    caption,
    data: 'AAAA',
  })
  for (const subject of ['truck', 'step:wash', 'joint:a:b', 'part:tank'])
    expect(photoRequest.isValidSync(asked(subject), { strict: true })).toBe(true)
  for (const subject of ['lorry', 'step:', `part:${'x'.repeat(201)}`])
    expect(photoRequest.isValidSync(asked(subject), { strict: true })).toBe(false)
  expect(photoRequest.isValidSync(asked('truck', 'x'.repeat(200)), { strict: true })).toBe(true)
  expect(photoRequest.isValidSync(asked('truck', 'x'.repeat(201)), { strict: true })).toBe(false)
})
