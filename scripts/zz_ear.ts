import { Ear, TAUGHT_TURNS } from '../core/counting/ear';
import { SAMPLES_PER_S } from '../core/counting/hearing';
import { change, evenly, standInSound } from '../devices/standInSound';
import { evens } from '../tests/support/chance';
const parity=+(process.env.PAR??0), n=+(process.env.N??8);
const SOUNDS:any={radio:{radio:0.3},'speech':{speech:0.3},'loud':{speech:1},fan:{noise:0.2},quiet:{}};
const only=(process.env.ONLY??'radio,speech,loud').split(',');
const WAYS:any={evenly:(v:any)=>[evenly(40,v)],'fast':(v:any,ch:any)=>Array.from({length:4}).flatMap(()=>{const o=v*(0.6+0.9*ch());return[change(2,v,o),evenly(5,o),change(2,o,v)]}),pauses:(v:any,ch:any)=>Array.from({length:4}).flatMap(()=>[change(0.7,v,0),evenly(1+3*ch(),0),change(0.9,0,v),evenly(6,v)])};
let silent=0,wrong=0,doubts=0,all=0,ms=0,secs=0;
for(const [w,st] of Object.entries(WAYS) as any) for(const s of only) for(let k=0;k<n;k++){
 const seed=2*k+parity+ (parity?0:2); const ch=evens(seed); const v=0.8+0.9*((0.37*seed)%1); const quietS=13/v;
 const {samples,turnsAtS}=standInSound({seed,stretches:[evenly(quietS,v),...st(v,ch)],quietS,...SOUNDS[s]});
 const marks=turnsAtS.slice(1,TAUGHT_TURNS+2).map((at:number)=>at+0.2*(ch()-0.5)); const ear=new Ear(); let marked=0,d=false,dAt=0;
 const t0=performance.now();
 for(let i=0;i<samples.length;i+=512){ for(;i/SAMPLES_PER_S>=(marks[marked]??Infinity);marked++)ear.mark(); ear.hear(samples.subarray(i,i+512)); if(!d&&ear.report().doubtful!==null){d=true;dAt=i/SAMPLES_PER_S;} }
 ms+=performance.now()-t0; secs+=samples.length/SAMPLES_PER_S;
 const turned=turnsAtS.filter((at:number)=>at>marks[TAUGHT_TURNS]!).length; const off=ear.report().turns-TAUGHT_TURNS-turned; const bad=Math.abs(off)>1;
 all++; if(bad)wrong++; if(bad&&!d){silent++;console.log('SILENT',w,s,seed,'off',off,'of',turned)} if(d&&!bad)doubts++;
}
console.log({all,wrong,silent,falseDoubts:doubts,core:(100*ms/1000/secs).toFixed(2)});
