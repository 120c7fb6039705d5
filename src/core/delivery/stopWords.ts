/** What families write who want no more letters, in the languages that the product writes in. */
const STOPS: readonly RegExp[] = [
  /\b(?:stop|unsubscribe|no more|opt out|take me off|remove me)\b/i,
  /\b(?:do not|don’t|don't|please never) (?:write|e-?mail|contact|message|send)\b/i,
  /\b(?:no me escriba|no escriba|darme de baja|no enviar)/i,
  /(?:nie pisać|proszę nie pisać|wypisać|rezygnuj)/i,
  /(?:ne m.?écrivez plus|désabonner|ne plus écrire)/i,
  /(?:não escreva|cancelar|deixar de receber)/i,
  /(?:не пишіть|відпис|не надсилайте)/i,
  /(?:đừng gửi|ngừng gửi|không gửi nữa)/i,
  /(?:لا ترسل|توقف|لا تكتب)/,
  /(?:不要再发|退订|停止发送)/,
  /\b(?:nicht mehr schreiben|abmelden|abbestellen)\b/i,
];

/** Whether an answer may ask for no more letters: somebody is to read it first. */
export function mayAskToStop(text: string): boolean {
  return STOPS.some((stop) => stop.test(text));
}
