import { setRows } from "@/core/change/change";
import type { ContactCard } from "@/core/model/contactCard";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import type { Commit } from "@/store/commitChange";
import { cardsNewestFirst } from "@/store/takeInFamilyEvents";
import { ask } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";

/** Puts a card where families reach it, and keeps it. Errors: the server does not take it; nothing was kept then. */
export async function publishCard(office: OfficeCore, card: ContactCard, screen: string): Promise<Commit> {
  const { teacherName, schoolName } = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const { id, title, greeting, questions } = card;
  const body = JSON.stringify({ id, title, greeting, questions, teacherName, schoolName });
  await ask(office.around, "/api/family/cards", { method: "POST", body });
  const published = { ...card, publishedAt: office.around.now() };
  const known = new Map((await cardsNewestFirst(office.database)).map((one) => [one.id, one]));
  const change = { cards: setRows<"cards">(known, [[id, published]]) };
  return office.commit(change, { words: `The contact card “${title}” was published.`, screen });
}

/** Where families reach a card. */
export function cardLink(office: Pick<OfficeCore, "around" | "line">, cardId: string): string {
  return `${familiesOrigin(office)}/card/${cardId}`;
}

/** The beginning of links that families follow: where they reach this server, or else this computer itself. */
export function familiesOrigin({ around, line }: Pick<OfficeCore, "around" | "line">): string {
  return line.state.get().status?.familiesAt ?? around.origin;
}
