/** How a writer says that nothing is missing, in the languages that letters are written in. */
const CLAIMS = [
  /\b(?:nothing|no (?:work|assignments?|homework|pieces?)) (?:(?:is|are|was|were) )?(?:currently |now )?(?:missing|outstanding|owed|overdue)\b/iu,
  /\b(?:no|without any) (?:missing|outstanding|overdue) (?:work|assignments?|homework|pieces?)\b/iu,
  /\ball (?:of )?(?:the |your |his |her |their |this term[’']s )?(?:work|assignments|homework) (?:(?:is|are|has been|have been|was|were) )(?:all )?(?:now )?(?:in|handed in|turned in|submitted|complete|completed|done|up to date)\b/iu,
  /\ball (?:of )?(?:the |your |his |her |their )?(?:work|assignments|homework) (?:complete|completed|handed in|turned in|submitted)(?=[.!,;]|$)/imu,
  /\b(?:is|are) (?:not missing any(?:thing| work| assignments?| homework)|missing nothing)\b|\bisn[’']t missing any(?:thing| work| assignments?)/iu,
  /\beverything (?:is|has been|was) (?:in|handed in|turned in|submitted|done)\b/iu,
  /\b(?:handed|turned) in (?:everything|all (?:of )?(?:the |your |his |her |their )?(?:work|assignments|homework))\b/iu,
  /\b(?:up to date|all caught up) with (?:all |the |every )?(?:\p{L}+ )?(?:work|assignments|homework)\b/iu,
  /\b(?:does not|doesn[’']t|do not|don[’']t) owe (?:me |us )?(?:any work|any assignments|anything)\b/iu,
  /no (?:le |te )?falta(?: por entregar)? (?:nada|ning[uú]n trabajo)|(?<!\p{L})(?:nada|ning[uú]n trabajo) pendiente|ha entregado tod[oa]|tod[oa]s? (?:los trabajos |las tareas )?(?:est[aá]n? )?entregad[oa]s?/iu,
  /ni(?:cz|c)(?:ego)? nie brakuje|brak zaległości|wszystk(?:o|ie prace) (?:(?:jest|są|zosta(?:ło|ły)) )?oddan[eoy]/iu,
  /không (?:còn )?thiếu (?:bài|gì)|đã nộp (?:đủ|hết|tất cả)/iu,
  /لا ينقص(?:ه|ها)? (?:شيء|أي)|لا (?:يوجد|توجد) (?:واجبات|أعمال) (?:ناقصة|مفقودة)|(?:سلّم|سلم)(?:ت)? (?:كل|جميع)|تم تسليم (?:كل|جميع)/u,
  /rien ne manque|tout (?:le travail )?a été rendu|aucun (?:travail|devoir) (?:ne )?manqu/iu,
  /es fehlt nichts|nichts fehlt|alle (?:arbeiten|aufgaben) (?:sind|wurden) (?:abgegeben|da)|nichts steht aus/iu,
];

/** What is only supposed is not said. */
const ONLY_IF =
  /(?:^|[^\p{L}])(?:if|when|where|once|until|unless|whether|make sure(?: that)?|so that|si|cuando|jeśli|gdy|kiedy|nếu|khi|إذا|quand|wenn|falls|ob)(?: \p{L}+)? $/iu;

/** What a text says of missing work where it says that there is none, as it stands there; empty where it says nothing of the kind. */
export function missingClaim(text: string): string {
  for (const claim of CLAIMS) {
    const found = claim.exec(text);
    if (found && !ONLY_IF.test(text.slice(0, found.index))) return found[0];
  }
  return "";
}
