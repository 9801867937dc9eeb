// A general-purpose Kubelka–Munk colour-mixing library, asked one mixture a line: r g b parts r g b parts, in sRGB of 0 to 255.
import { createInterface } from 'node:readline'
import { createRequire } from 'node:module'

const require = createRequire(new URL('../../../../web/package.json', import.meta.url))
const spectral = require('spectral.js')

for await (const line of createInterface({ input: process.stdin })) {
  const n = line.split(' ').map(Number)
  const one = new spectral.Color(n.slice(0, 3))
  const other = new spectral.Color(n.slice(4, 7))
  console.log(spectral.mix([one, n[3]], [other, n[7]]).sRGB.join(' '))
}
