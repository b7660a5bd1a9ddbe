import { lengthAnswer } from '@emery/core/length'
import { settleDrive } from '@emery/core/path'
import { randomFrom } from '../core/src/testing/random.ts'
import { randomAdjustedDrive } from '../core/src/testing/tensioned-drives.ts'
import { aid, aidReads, trialOn,trialNot, lengthAt, unplaced, measured, worldOf } from './length-world.ts'
const random=randomFrom(3); const w=worldOf(randomAdjustedDrive(random,'swing'));
const S={aid:'strap',thickness:2,lay:'rims'} as const
const reads=(n:number)=>Array.from({length:n},(_,i)=> i%3===0? aid('a'+i,S,aidReads(w,S,i%2)+3*(random()-.5),i%2): i%3===1? trialOn('t'+i,lengthAt(w.situation,.2+.1*(i%6)),.2+.1*(i%6)) : i%2? trialOn('o'+i,lengthAt(w.situation,.5)):trialNot('n'+i,lengthAt(w.situation,1)+10,'slack'))
for (const [nm,d] of [['unplaced',unplaced(w,random)],['measured',measured(w,random,{diameters:.5,distances:1},1)]] as const) for(const n of [1,3,10,40]){ const doc={...d,lengths:reads(n)}; const s=settleDrive(doc);const b=s.belts[0]!
 for(let i=0;i<8;i++) lengthAnswer(s,b)
 const t=performance.now(); for(let i=0;i<10;i++) lengthAnswer(s,b); const t1=performance.now(); const a=lengthAnswer(s,b); for(let i=0;i<10;i++) a.bring(Array.from({length:33},(_,i)=>Math.round(a.wanted!.mean/5)*5-80+5*i)); const t2=performance.now()
 console.log(nm,n,((t1-t)/10).toFixed(1),'bring',((t2-t1)/10).toFixed(1),a.posterior!.curves.length, a.wanted) }
