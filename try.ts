import loadHighs from 'highs'
import { solveWith } from '#solver/highs.ts'
import { frameState, recoilWeight } from '#core/frame/state.ts'
import { tennis } from '#core/sports/tennis.ts'
import { planSpace, quickPlan, provenPlan, NO_RULE } from '#core/plan/plan.ts'
import { OPEN_LIMITS } from '#core/plan/request.ts'
import { seekAlternative, SOUGHT } from '#core/plan/alternatives.ts'
import { reachOf } from '#core/plan/reach.ts'
const solve0 = solveWith(await loadHighs())
let n=0,tt=0
const solve = (m:any)=>{const t=performance.now(); const r=solve0(m); n++; const d=performance.now()-t; tt+=d; if(d>300) console.log('   slow',d.toFixed(0), m.columns.find((c:any)=>c.cost)?.name, (r as any).status); return r}
const materials:any = [
 {id:'lead-1/4',name:'Lead 1/4',kind:'tape',unitMassG:0.25/2.54,step:.5,widthCm:.635,stock:500,lead:true,grip:null},
 {id:'lead-1/2',name:'Lead 1/2',kind:'tape',unitMassG:0.5/2.54,step:.5,widthCm:1.27,stock:500,lead:true,grip:null},
 {id:'tung',name:'Tungsten',kind:'tape',unitMassG:0.21,step:.5,widthCm:.635,stock:300,lead:false,grip:null},
 {id:'putty',name:'Putty',kind:'fill',unitMassG:1,step:1,widthCm:0,stock:80,lead:false,grip:null},
 {id:'sil',name:'Silicone',kind:'fill',unitMassG:1,step:1,widthCm:0,stock:80,lead:false,grip:null},
 {id:'leather',name:'Leather',kind:'grip',unitMassG:25,step:1,widthCm:0,stock:3,lead:false,grip:'leather'},
 {id:'syn',name:'Syn',kind:'grip',unitMassG:15,step:1,widthCm:0,stock:3,lead:false,grip:'synthetic'},
 {id:'over',name:'Over',kind:'overgrip',unitMassG:5,step:1,widthCm:0,stock:10,lead:false,grip:null},
]
const state = frameState({mass:{value:305.4,u:.12},balance:{value:32.6,u:.05},swingWeight:{value:300,u:.7},twistWeight:{value:13.2,u:.1}},10.16)
for (const target of [{mass:{value:322,tolerance:1},balance:{value:32.3,tolerance:.2},swingWeight:{value:318,tolerance:2}},{mass:{value:322,tolerance:1},balance:{value:32.3,tolerance:.2},swingWeight:{value:318,tolerance:2},twistWeight:{value:14.2,tolerance:.3}},{mass:{value:310,tolerance:1},swingWeight:{value:340,tolerance:2}}]) {
const req:any={state,work:{geometry:tennis.geometry,condition:{stringsG:16,grip:'base',overgrips:1,dampener:false},profile:tennis},target,materials,limits:OPEN_LIMITS}
let t=performance.now()
const space=planSpace(req); n=0;tt=0
const q=quickPlan(space,NO_RULE,solve); console.log('quick',(performance.now()-t).toFixed(1),q.score,q.reached, 'solver',tt.toFixed(0))
t=performance.now();n=0;tt=0
const p=provenPlan(space,NO_RULE,solve,q.counts); console.log('proven',(performance.now()-t).toFixed(1),p.score,p.proven,p.reached,'solves',n,tt.toFixed(0))
for(const c of p.cuts) console.log('  ',c.id,c.amount)
console.log(p.result.massG,p.result.balanceCm,p.result.swingWeightKgCm2,p.result.twistWeightKgCm2,recoilWeight(p.result))
if (p.reached) { const off:any=[{id:'best',plan:p}]
for(const id of SOUGHT){t=performance.now();n=0;tt=0;const r:any=seekAlternative(id,space,off,solve); if(r.found) off.push(r.found); console.log(id,(performance.now()-t).toFixed(0),'ms solver',tt.toFixed(0),n, r.found? r.found.plan.cuts.map((c:any)=>c.id+' '+c.amount).join(', '): JSON.stringify({...r.leftOut,nearest:undefined}))}
} else { t=performance.now(); const r=reachOf(req,solve); console.log('reach',(performance.now()-t).toFixed(0),r.openings) }
}
