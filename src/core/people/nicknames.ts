// Short and familiar forms of given names, by the full name; one form can stand for several.
const FORMS = `
elizabeth: liz lizzie beth betty eliza elisa lisa libby elisabeth else elsbeth liesbeth lies betje
robert: bob rob bobby robbie robin bert
william: bill will billy willy liam wim willem wilhelm guillaume guillermo vilhelm
katherine: kate katie kathy cathy kat kitty katharina kathrine katrine karin karen trine kaja catherine catarina catalina
thomas: tom tommy tomas
james: jim jimmy jamie jem
michael: mike mick mikey mikkel michel miguel mika michiel
nicholas: nick nic nico nicolas niklas nikolaj klaus claus niels nils nicolaas klaas
lars: lasse lauritz laurits laurens lorenz
johanne: hanne hanna johanna
johannes: jan hans johan johann john jens jean juan hannes jannes joannes sean ian
pieter: piet peter pete per peder pierre pedro petter
maria: mia marie mary maj mitzi marietje miep molly mimi
alexander: alex sander sandy aleksander alexandre alejandro sascha xander lex
alexandra: alex sandra sascha aleksandra alejandra
anthony: tony anton antoine antonio toni teun
benjamin: ben benny
charles: charlie chuck chas karl carl carlos kalle
christian: chris kris kristian chresten christen carsten karsten
christina: chris kris tina stine kristina kirstine christine kirsten christel
christopher: chris kit topher kristoffer christophe cristobal stoffer
daniel: dan danny
david: dave davy
deborah: deb debbie debby
dorothy: dot dottie dorthe dorothea dorte
edward: ed eddie ted teddy ned edvard eduard eduardo
frederick: fred freddie frederik friedrich frits fritz frederic federico
george: georg jorgen georges jorge jorg juergen jurgen joris
gregory: greg
helen: nell nellie helena helene lene ellen elena
henry: harry hank henrik heinrich hendrik henk heinz henri enrique hal
isabella: bella izzy isabel isabelle isa
jacob: jake jakob jacques jaap jeppe
jennifer: jen jenny
jessica: jess jessie
joseph: joe joey josef jose jozef joep sepp pepe
joshua: josh
kenneth: ken kenny
lawrence: larry
leonard: len leo lenny
louise: lou lulu luise lise
margaret: maggie meg peggy margrethe grete greta margareta marguerite margot gitte merete rita
martin: marten morten maarten
matthew: matt matty mathias matthias mads mathieu mateo thijs
nathaniel: nat nate nathan
patricia: pat patty trish tricia
patrick: pat paddy
philip: phil philipp felipe philippe flip
rebecca: becky becca bec
richard: rick dick rich ricky ricardo
ronald: ron ronnie
samuel: sam sammy
samantha: sam
stephen: steve steven stefan steffen stephan etienne esteban
susan: sue susie susanne suzanne sanne suse
theodore: theo ted teddy teodor
timothy: tim
victoria: vicky tori viktoria
vincent: vince vin
andrew: andy drew andreas anders andre andres dries
abigail: abby gail
amanda: mandy
barbara: barb babs baerbel
francis: frank fran franz frans francois francisco paco frans
frances: fran fanny francesca franziska
gerald: gerry jerry gerhard gert gerd gerard geert
jonathan: jon john nathan
rudolf: rudi rolf
ulrich: uli ulrik
wolfgang: wolf
sebastian: basti bas bastian
maximilian: max
magdalena: lena magda malene madeleine
bartholomew: bart
cornelis: kees cor
adrianus: arie ad adriaan
gijsbert: gijs bert
catharina: trijntje toos rina tineke
josephine: josie fien pepita
ana: anne anna annie ane anita annette anja
birgitte: gitte birte
kristoffer: stoffer
rasmus: erasmus
soren: severin
concepcion: concha conchita
dolores: lola
rosario: charo
guadalupe: lupe
manuel: manolo manu emanuel
enrique: quique
jeanne: jane jana johanne joan
ludwig: lutz louis luis ludvig lodewijk
`;

/** Full names that a form may stand for. @example NICKNAMES.get('tom') // ['thomas'] */
export const NICKNAMES: ReadonlyMap<string, readonly string[]> = read();

function read(): Map<string, string[]> {
  const found = new Map<string, string[]>();
  for (const line of FORMS.trim().split('\n')) {
    const [full, forms] = line.split(':') as [string, string];
    for (const form of [full, ...forms.trim().split(/\s+/)]) found.set(form, [...(found.get(form) ?? []), full]);
  }
  return found;
}
