import { planTimes } from './benchmarks/planTime.ts'
import { growthTimes, liveTimes, togetherTimes } from './benchmarks/planningTimes.ts'
import { median, percentile } from './benchmarks/statistics.ts'
console.table(planTimes(12))
const l = liveTimes(40); console.log('live', median(l).toFixed(0), percentile(l,95).toFixed(0))
console.table(growthTimes(3).map(r=>({z:r.zones,c:r.choices,q:median(r.quick).toFixed(0),b:median(r.best).toFixed(0),p:r.proven})))
console.table((await togetherTimes(4)).map((r:any)=>({n:r.name,offered:r.offered,q:median(r.quick).toFixed(0),b:median(r.best).toFixed(0),five:r.five.length?median(r.five).toFixed(0):'',all:median(r.all).toFixed(0)})))
process.exit(0)
