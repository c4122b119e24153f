import { usualRequest } from '#core/planning/fixtures/fixtures.ts'
import { planSpace, heuristicPlan, optimalPlan, NO_CONSTRAINT } from '#core/planning/solve/plan.ts'
import { stripsText } from '#contract/messages/names.ts'
import { workOfCuts } from '#core/planning/problem/work.ts'
const S = (seed: number) => { let a = seed; return () => { a = (a + 0x6d2b79f5) | 0; let t = Math.imul(a ^ (a >>> 15), 1 | a); t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t; return ((t ^ (t >>> 14)) >>> 0) / 4294967296 } }
const qs: number[] = [], bs: number[] = []; let proven = 0, n = 0, reached = 0
const one = (request: any, label: string) => {
let t=performance.now()
const space = planSpace(request)
const q = heuristicPlan(space, NO_CONSTRAINT); const a=performance.now()-t; t=performance.now()
const b = optimalPlan(space, NO_CONSTRAINT); const c=performance.now()-t
qs.push(a); bs.push(c); n++; if (b.proven) proven++; if (b.reached) reached++
const w = workOfCuts(b.cuts, request.materials, request.work, request.limits.minutes)
console.log(label, a.toFixed(0), c.toFixed(0), b.proven?'P':'-', b.reached?'R':'-', q.score.minutes+(q.reached?'':'!'), b.score.minutes, 'lost', b.score.chanceLost.toFixed(2), 'strips', w.strips, 'len', w.lengths, b.cuts.map(p=>p.zoneId+' '+p.materialId+' '+stripsText(p, request.materials.find((m:any)=>m.id===p.materialId) ?? {kind:'off'} as any, request.work)).join('; '))
}
one(usualRequest(),'usual'); one(usualRequest(),'usual')
const q4 = (r: any) => ({...r, target: {...r.target, twistWeight: {value: 14.2, tolerance: 0.2}, mass:{value:322,tolerance:0.6}, swingWeight:{value:318,tolerance:1}}})
one(q4(usualRequest()),'tight4')
for (let seed=1; seed<=40; seed++) { const r=S(seed); const base=usualRequest(); const s=base.state
 const dM=4+16*r(); const at=25+30*r(); const b=(s.massG!*s.balanceCm!+dM*at)/(s.massG!+dM); const dS=dM*((at-10.16)**2+60+200*r())/1000
 one({...base, target:{mass:{value:s.massG!+dM,tolerance:1},balance:{value:b,tolerance:0.2},swingWeight:{value:s.swingWeightKgCm2!+dS,tolerance:2}, ...(seed%2?{twistWeight:{value:s.twistWeightKgCm2!+dM*0.06*r(),tolerance:0.3}}:{})}}, 'r'+seed)
}
const p = (v: number[], s: number) => [...v].sort((a,b)=>a-b)[Math.floor(s*(v.length-1))].toFixed(0)
console.log('quick', p(qs,.5), p(qs,.95), p(qs,1), 'best', p(bs,.5), p(bs,.95), p(bs,1), 'proven', proven, 'reached', reached, 'of', n)
