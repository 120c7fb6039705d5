import type { StarterPhrases } from "../../language/starterPhrases";

export const starterPhrases: StarterPhrases = {
  greeting: "Olá, {recipient},",
  closing: "Se tiver alguma pergunta, responda a esta mensagem.",
  notKnown: "ainda desconhecida",
  nothingMissing: "Não falta nada.",
  theTerm: "O período",
  progress: {
    subject: "{student} em {class}",
    stands: "É esta a situação de {student} em {class} ({term}). A média geral é: {overall}.",
    missing: "Trabalhos que ainda faltam:",
  },
  missingWork: {
    subject: "{student}: {missing} em {class}",
    lead: "Isto é o que ainda não recebi de {student} em {class}:",
    canStill: "Ainda pode ser entregue.",
  },
  below: {
    subject: "Como vai {student} em {class}",
    early: "Quero que saiba a tempo que a média de {student} em {class} é de {overall}. Ainda é possível mudar isso.",
    helps: "O que mais ajudaria é entregar isto:",
    nothingMissing: "Não falta nada; o que mais ajudaria é praticar para os testes.",
  },
  belowOnOne: {
    subject: "{assignment}: o resultado de {student}",
    didNotGoWell: "“{assignment}” não correu bem a {student}: {score}.",
    notHandedIn: "não foi entregue",
    canStill: "Ainda pode ser entregue, e cada ponto conta.",
    glad: "Terei gosto em rever tudo em conjunto; meia hora de calma costuma resolver muito.",
  },
  wellDone: {
    subject: "Boas notícias de {student}",
    good: "Só tenho boas notícias: a média de {student} em {class} é de {overall}, e todos os trabalhos estão entregues.",
    steady: "É um trabalho constante, semana após semana. Diga por favor a {student} que reparei nisso.",
  },
  improved: {
    subject: "{student} está a melhorar em {class}",
    rose: "Foi assim que a média de {student} em {class} mudou nas últimas quatro semanas: {change}. Agora é de {overall}.",
    praise: "Isso não veio por si. Parabéns.",
  },
  feedback: {
    subject: "{assignment}: comentários para {student}",
    back: "{student} já tem “{assignment}” de volta.",
    more: "Na própria folha há mais comentários.",
  },
  welcome: {
    subject: "Damos as boas-vindas a {class}",
    glad: "É um gosto ter {student} em {class}. Vou escrever de poucas em poucas semanas para dizer como correm as coisas, primeiro o que é bom.",
    card: "Preencha por favor o cartão de contacto que {student} leva para casa, para que as minhas cartas cheguem ao lugar certo e na sua língua.",
  },
  meeting: {
    subject: "Podemos falar sobre {student}?",
    talk: "Gostaria de falar consigo sobre como vai {student} em {class} e sobre o que ajudaria.",
    when: "Responda por favor com duas tardes que lhe convenham, e diga se prefere vir ou que eu telefone.",
  },
  endOfTerm: {
    subject: "{term}: {student} em {class}",
    over: "{term}: já terminou. A média de {student} em {class} é de {overall}, classificação: {grade}.",
    noGrade: "nenhuma",
    missing: "Isto não foi entregue:",
    allIn: "Todos os trabalhos estão entregues. Agradeço a sua parte nisso.",
  },
  week: {
    subject: "A semana em {class}",
    did: "Foi isto que fizemos esta semana em {class}:",
    quiet: "Foi uma semana calma.",
    coming: "Em breve:",
    nothingComing: "Não há nada para entregar nas próximas duas semanas.",
    missing: "Ainda falta de {student}:",
  },
};
