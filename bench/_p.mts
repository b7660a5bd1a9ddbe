import { lengthAnswer } from '@emery/core/length'
import { settleDrive } from '@emery/core/path'
import { randomFrom } from '../core/src/testing/random.ts'
import { randomAdjustedDrive } from '../core/src/testing/tensioned-drives.ts'
import { aid, aidReads, trialOn,trialNot, lengthAt, unplaced, worldOf } from './length-world.ts'
const random=randomFrom(3); const w=worldOf(randomAdjustedDrive(random,'swing'));
const S={aid:'strap',thickness:2,lay:'rims'} as const
const reads=(n:number)=>Array.from({length:n},(_,i)=> i%3===0? aid('a'+i,S,aidReads(w,S,i%2)+3*(random()-.5),i%2): i%3===1? trialOn('t'+i,lengthAt(w.situation,.2+.1*(i%6)),.2+.1*(i%6)) : i%2? trialOn('o'+i,lengthAt(w.situation,.5)):trialNot('n'+i,lengthAt(w.situation,1)+10,'slack'))
const doc={...unplaced(w,random),lengths:reads(10)}; const s=settleDrive(doc);const b=s.belts[0]!
for(let i=0;i<100;i++) lengthAnswer(s,b)
