import { parseArgs } from 'node:util'
import { SimulatedBench } from './bench.ts'
import { ITEMS } from './items.ts'

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4281' },
    seed: { type: 'string', default: '7' },
    speed: { type: 'string', default: '1' },
    warm: { type: 'boolean', default: false },
    on: { type: 'string', default: '' },
  },
})

const bench = new SimulatedBench({ seed: Number(values.seed), speed: Number(values.speed), warm: values.warm })
bench.on = ITEMS.find((item) => item.id === values.on) ?? null
bench.listen(Number(values.port)).then(
  (port) => console.log(`The simulated bench is ready on 127.0.0.1:${port}`),
  (error: Error & { code?: string }) => {
    console.error(error.code === 'EADDRINUSE' ? `Port ${values.port} is taken.` : error.message)
    process.exit(1)
  },
)
const stop = () => void bench.close().then(() => process.exit(0))
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
