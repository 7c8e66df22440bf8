// one-off: moves words of pages into messages
const ts = require('typescript'); const fs = require('fs'); const path = require('path');
const SRC = path.join(__dirname, 'src'); const FTL = path.join(__dirname, '../src/wenlo/messages/en');
const READ = new Set(['label','title','aria-label','placeholder','hint','alt','okText','cancelText','heading','words','empty','name_','suffix_']);
const DRY = process.argv.includes('--dry');
const rooms = process.argv.slice(2).filter(a=>!a.startsWith('--'));
const cfg = ts.parseJsonConfigFileContent(ts.readConfigFile(path.join(__dirname,'tsconfig.json'), ts.sys.readFile).config, ts.sys, __dirname);
const program = ts.createProgram(cfg.fileNames, {...cfg.options, noEmit:true});
const checker = program.getTypeChecker();
const letters = s => /[A-Za-z]{2}/.test(s.replace(/&[a-z]+;/g,''));
const decode = s => s.replace(/&nbsp;/g,'\u00a0').replace(/&amp;/g,'&').replace(/&lt;/g,'<').replace(/&gt;/g,'>').replace(/&apos;|&rsquo;/g,'’').replace(/&quot;/g,'"').replace(/&ldquo;/g,'“').replace(/&rdquo;/g,'”').replace(/&times;/g,'×').replace(/&hellip;/g,'…');
let report=[];
function room(name, folders, skip=[]) {
  const file = path.join(FTL, name+'.ftl');
  const byText = new Map(); const ids = new Set(); const out=[];
  if (fs.existsSync(file)) for (const m of fs.readFileSync(file,'utf8').matchAll(/^([a-z][\w-]*) = ?(.*)$/gm)) { ids.add(m[1]); if(m[2]) byText.set(m[2], m[1]); }
  function idFor(text) {
    if (byText.has(text)) return byText.get(text);
    const slug = text.replace(/\{ \$(\w+) \}/g,' ').toLowerCase().normalize('NFD').replace(/[^a-z0-9 ]+/g,' ').trim().split(/\s+/).slice(0,5).join('-') || 'text';
    let id = `${name}-${slug}`; let k=2; while (ids.has(id)) id = `${name}-${slug}-${k++}`;
    ids.add(id); byText.set(text,id); out.push([id,text]); return id;
  }
  const hook = 'use'+name[0].toUpperCase()+name.slice(1)+'Words';
  const files = cfg.fileNames.filter(f=>f.endsWith('.tsx') && !f.includes('.test.') && folders.some(d=>path.relative(SRC,f).startsWith(d)) && !skip.some(s=>f.endsWith(s)));
  for (const f of files) {
    const sf = program.getSourceFile(f); const text = sf.text; const edits=[]; const hooks = new Map();
    const compOf = node => { let best=null; for(let n=node;n;n=n.parent){ if((ts.isFunctionDeclaration(n)||ts.isFunctionExpression(n)||ts.isArrowFunction(n))){ let nm = n.name?.text ?? (ts.isVariableDeclaration(n.parent)&&ts.isIdentifier(n.parent.name)?n.parent.name.text:''); if(/^[A-Z]/.test(nm)||/^use[A-Z]/.test(nm)) best=n; } } return best && best.body && ts.isBlock(best.body) ? best : null; };
    const varOf = comp => { if(!hooks.has(comp)){ const src=comp.getText(sf); const clash=/\bt\b(?!['"\w-])/.test(src.replace(/'[^'\n]*'|"[^"\n]*"|`[^`]*`/g,'')) ; hooks.set(comp, /\bconst t = use\w+Words\(\)/.test(src)?null: clash?'words':'t'); if(hooks.get(comp)===null) hooks.set(comp,{have:'t'}); } const v=hooks.get(comp); return typeof v==='object'?v.have:v; };
    const hasJsx = n => { let y=false; const v=m=>{ if(ts.isJsxElement(m)||ts.isJsxSelfClosingElement(m)||ts.isJsxFragment(m)) y=true; else ts.forEachChild(m,v); }; v(n); return y; };
    // text of an expression as an argument (a string), with its own words moved
    function argText(e, comp) {
      if (ts.isParenthesizedExpression(e)) return '('+argText(e.expression, comp)+')';
      if (ts.isStringLiteral(e)||ts.isNoSubstitutionTemplateLiteral(e)) return letters(e.text) ? `${varOf(comp)}('${idFor(clean(e.text))}')` : JSON.stringify(e.text).replace(/^"|"$/g,"'");
      if (ts.isConditionalExpression(e)) return `${e.condition.getText(sf)} ? ${argText(e.whenTrue,comp)} : ${argText(e.whenFalse,comp)}`;
      if (ts.isBinaryExpression(e) && ['??','||'].includes(e.operatorToken.getText(sf)) && (ts.isStringLiteral(e.right)||ts.isConditionalExpression(e.right)||ts.isTemplateExpression(e.right))) return `${e.left.getText(sf)} ${e.operatorToken.getText(sf)} ${argText(e.right,comp)}`;
      if (ts.isTemplateExpression(e)) return template(e, comp) ?? e.getText(sf);
      const t = checker.getTypeAtLocation(e);
      const base = checker.getBaseTypeOfLiteralType(t);
      const s = checker.typeToString(base);
      if (s==='number') return `String(${e.getText(sf)})`;
      return e.getText(sf);
    }
    const okType = e => { const s = checker.typeToString(checker.getBaseTypeOfLiteralType(checker.getTypeAtLocation(e))); return s==='string'||s==='number'||(checker.getTypeAtLocation(e).flags & ts.TypeFlags.Union && checker.getTypeAtLocation(e).types.every(x=>x.flags & (ts.TypeFlags.StringLiteral|ts.TypeFlags.String))); };
    const clean = s => s.replace(/\s+/g,' ').trim();
    const safe = s => (/^[.*\[}]/.test(s) ? `{ "" }${s}` : s);
    function nameOf(e, used) {
      let n='a'; const tail = e.getText(sf).match(/([A-Za-z_]\w*)(?:\(\))?(?:\)|\]|')*$/); if (tail) n = tail[1];
      const all=[...e.getText(sf).matchAll(/[A-Za-z_]\w*/g)].map(m=>m[0]).filter(x=>!['toFixed','toString','length','map','join','Math','round','String','units','document','null','true','false','undefined','data'].includes(x));
      if (all.length) n = all[all.length-1];
      n=n.replace(/[A-Z]/g,c=>'_'+c.toLowerCase()).replace(/^_+/,'').slice(0,18)||'a'; if(!/^[a-z]/.test(n)) n='a'+n;
      let k=2, b=n; while(used.has(n)) n=b+'_'+k++; used.add(n); return n;
    }
    function template(e, comp) {
      const used=new Set(); let msg=e.head.text; const args=[];
      for (const span of e.templateSpans) { if (!okType(span.expression) && !ts.isConditionalExpression(span.expression)) return null; const n=nameOf(span.expression, used); args.push([n,argText(span.expression,comp)]); msg+=`{ $${n} }`+span.literal.text; }
      if(!letters(msg.replace(/\{ \$\w+ \}/g,''))) return null;
      return `${varOf(comp)}('${idFor(safe(clean(msg)))}', { ${args.map(([n,v])=>n===v?n:`${n}: ${v}`).join(', ')} })`;
    }
    const where = n => `${path.relative(SRC,f)}:${sf.getLineAndCharacterOfPosition(n.getStart(sf)).line+1}`;
    function attrValue(init, comp) {
      if (ts.isStringLiteral(init)) return letters(init.text) ? `{${varOf(comp)}('${idFor(safe(clean(decode(init.text))))}')}` : null;
      if (ts.isJsxExpression(init) && init.expression) { const e=init.expression;
        if (ts.isStringLiteral(e)&&letters(e.text)) return `{${varOf(comp)}('${idFor(safe(clean(e.text)))}')}`;
        if (ts.isTemplateExpression(e)) { const t=template(e,comp); return t?`{${t}}`:null; }
        if (ts.isConditionalExpression(e)&&!hasJsx(e)) { const b=argText(e,comp); return b!==e.getText(sf)?`{${b}}`:null; } }
      return null;
    }
    function visit(node) {
      if (ts.isJsxAttribute(node) && node.initializer) {
        const nm=node.name.getText(sf);
        if (READ.has(nm)) { const comp=compOf(node); if(!comp){ if(ts.isStringLiteral(node.initializer)&&letters(node.initializer.text)) report.push(where(node)+' no component: '+node.getText(sf).slice(0,60)); } else { const v=attrValue(node.initializer,comp); if(v) { edits.push([node.initializer.getStart(sf), node.initializer.getEnd(), v]); return; } } }
      }
      if (ts.isPropertyAssignment(node) && ['label','title','placeholder','okText','cancelText','content'].includes(node.name.getText(sf)) ) {
        const e=node.initializer; const comp=compOf(node);
        const lit = ts.isStringLiteral(e)&&letters(e.text);
        if (comp) { let v=null; if(lit) v=`${varOf(comp)}('${idFor(safe(clean(e.text)))}')`; else if(ts.isTemplateExpression(e)) v=template(e,comp); else if (ts.isConditionalExpression(e)&&!hasJsx(e)) { const b=argText(e,comp); if(b!==e.getText(sf)) v=b; } if(v){ edits.push([e.getStart(sf),e.getEnd(),v]); return; } }
        else if (lit) report.push(where(node)+' module: '+node.getText(sf).slice(0,70));
      }
      if ((ts.isJsxElement(node)||ts.isJsxFragment(node))) {
        const kids=node.children; let i=0;
        const simple = k => ts.isJsxText(k) || (ts.isJsxExpression(k) && (!k.expression || (!hasJsx(k.expression) && (okType(k.expression) || (ts.isStringLiteral(k.expression)) ))));
        const done=new Set();
        while(i<kids.length){
          if(!simple(kids[i])){ i++; continue; }
          let j=i; while(j<kids.length && simple(kids[j])) j++;
          const run=kids.slice(i,j);
          if(run.some(k=>ts.isJsxText(k)&&letters(k.text))) {
            const comp=compOf(node);
            if(!comp) report.push(where(run[0])+' no component: '+clean(run.map(k=>k.getText(sf)).join('')).slice(0,70));
            else {
              const used=new Set(), args=[]; let msg='';
              run.forEach((k,idx)=>{ if(ts.isJsxText(k)){ // JSX whitespace rule
                  const lines=k.text.split('\n'); let s=lines.map((l,q)=>{ let x=l; if(q>0) x=x.replace(/^\s+/,''); if(q<lines.length-1) x=x.replace(/\s+$/,''); return x; }).filter((l,q)=>l!==''||lines.length===1).join(' '); msg+=decode(s).replace(/[{}]/g,''); }
                else if(k.expression && ts.isStringLiteral(k.expression)) msg+=k.expression.text;
                else if(k.expression){ const n=nameOf(k.expression,used); args.push([n,argText(k.expression,comp)]); msg+=`{ $${n} }`; } });
              const lead=/^\s/.test(msg)&&i>0, trail=/\s$/.test(msg)&&j<kids.length;
              const id=idFor(safe(clean(msg)));
              const call=`${varOf(comp)}('${id}'${args.length?`, { ${args.map(([n,v])=>n===v?n:`${n}: ${v}`).join(', ')} }`:''})`;
              edits.push([run[0].getFullStart(), run[run.length-1].getEnd(), `${lead?"{' '}":''}{${call}}${trail?"{' '}":''}`]);
              run.forEach(k=>done.add(k));
            }
          } else if (run.some(k=>ts.isJsxExpression(k)&&k.expression)) {
            for(const k of run) if(ts.isJsxExpression(k)&&k.expression&&(ts.isConditionalExpression(k.expression)||ts.isTemplateExpression(k.expression)||ts.isBinaryExpression(k.expression)||ts.isStringLiteral(k.expression))) { const comp=compOf(node); if(!comp) continue; const b=argText(k.expression,comp); if(b!==k.expression.getText(sf) && /\('/.test(b)) { edits.push([k.expression.getStart(sf),k.expression.getEnd(),b]); done.add(k);} }
          }
          i=j;
        }
        kids.forEach(k=>{ if(!done.has(k)) visit(k); });
        if(ts.isJsxElement(node)) visit(node.openingElement);
        return;
      }
      ts.forEachChild(node, visit);
    }
    visit(sf);
    if(!edits.length) continue;
    for(const [comp,v] of hooks) if(typeof v==='string') edits.push([comp.body.getStart(sf)+1, comp.body.getStart(sf)+1, `\n  const ${v} = ${hook}();`]);
    edits.sort((a,b)=>b[0]-a[0]||b[1]-a[1]);
    let res=text; let last=Infinity;
    for(const [a,b,v] of edits){ if(b>last){ report.push('OVERLAP '+path.relative(SRC,f)+' '+v.slice(0,50)); continue; } res=res.slice(0,a)+v+res.slice(b); last=a; }
    const rel=path.relative(path.dirname(f), path.join(SRC,'shared/messages/'+name)); const imp=`import { ${hook} } from '${rel.startsWith('.')?rel:'./'+rel}';\n`;
    if(!res.includes(imp.trim())){ const first=res.search(/^import /m); res=res.slice(0,first)+imp+res.slice(first); }
    if(!DRY) fs.writeFileSync(f,res);
  }
  if(!DRY){ 
    const head=fs.existsSync(file)?fs.readFileSync(file,'utf8').trimEnd()+'\n':`# ${name[0].toUpperCase()+name.slice(1)}: headings, buttons, hints.\n`;
    fs.writeFileSync(file, head+out.map(([id,t])=>`\n${id} = ${t}\n`).join(''));
    const mod=path.join(SRC,'shared/messages/'+name+'.ts');
    if(!fs.existsSync(mod)) fs.writeFileSync(mod, `// The words of ${name}.\nimport source from '../../../../src/wenlo/messages/en/${name}.ftl?raw';\nimport { pageWords } from './page';\n\nexport const ${hook} = pageWords(source);\n`);
  }
  console.log(name, files.length,'files', out.length,'messages');
}
const ALL = { app:[['app/']], brief:[['features/brief/']], build:[['features/build/']], place:[['features/place/']], prove:[['features/prove/']], rig:[['features/rig/']], shape:[['features/shape/']], shelf:[['features/shelf/']], bench:[['features/bench/']], practice:[['features/practice/']], shoots:[['features/shoots/','features/trash/','features/history/']], common:[['shared/']] };
for (const r of rooms) room(r==='build'?'making':r==='shelf'?'shelving':r, ...ALL[r]);
console.log(report.join('\n'));
