/** Months and days that are names of people as well. */
const CALENDAR =
  "April May June July August Jan Avril Mai Juin Abril Mayo Junio Julio Augusto Maja Maj Domingo Sunday Friday Summer Autumn Winter Spring";
/** Words of the language, of virtues, plants, stones, colours, trades and verbs. */
const WORDS =
  "Angel Amber Art Aspen Aster Basil Bay Bell Belle Berry Bill Birch Blossom Bob Bond Brook Buck Bud Carol Cash Chance Charity Chase Chip Christian Clay Clement Cliff Clover Coral Constance Crystal Daisy Dale Dawn Dean Dell Destiny Dick Dolly Don Drake Drew Duke Earl Ebony Eden Elder Ember Ernest Eve Ever Faith Fay Felicity Fern Field Finch Flint Flora Forest Forrest Fox Frank Gale Garnet Gene Gay Gem Ginger Glen Goldie Grace Grant Gray Grey Guy Happy Harmony Harper Haven Hazel Heath Heather Heaven Herb Holly Honey Honor Hope Hunter Iris Iris Ivory Ivy Jack Jade Jasmine Jasper Jay Jenny Jewel Jet Jim Joy Justice Kay King Kit Lake Lane Lark Laurel Lee Levi Liberty Lily Linden Loch Love Lotus Luck Lyric Mack Major Maple Marina Mark Marsh Mason Max Maya Meadow Melody Mercy Merit Miles Millie Misty Mona Moss Myrtle Nick Noble North Nova Oak Ocean Olive Opal Page Paisley Pansy Pat Patience Peach Pearl Penny Pepper Perry Petal Peter Phoenix Piper Poppy Porter Prince Princess Prudence Queen Quill Rain Ralph Ray Reed Reef Reese Rex Rich River Rob Robin Rocket Rocky Rod Rose Rosemary Rowan Ruby Rusty Sage Sailor Sally Sandy Saffron Scarlet Scout Serenity Shade Shore Skip Sky Skye Slate Sol Sonny South Star Stella Sterling Stone Storm Sue Sunny Tab Teal Temple Terry Tide Tiger Trinity True Tom Tuck Van Verity Vernon Victor Violet Virtue Wade Ward Warren Wave West Wilder Will Willow Win Wolf Wren Young Zephyr Zion";
/** Places. */
const PLACES =
  "Adelaide Alexandria Asia Austin Avalon Bristol Brooklyn Cairo Carolina Catalina Charlotte Chad Chelsea Chester China Cuba Cyprus Dakota Dallas Denver Devon Diego Dublin Eden Europa Florence Florencia Francia Geneva Georgia Havana Holland Houston India Indiana Iona Ireland Israel Jackson Jamaica Jordan Kent Kenya Kingston Lima Lincoln London Lorraine Lourdes Madison Malta Martinique Melbourne Memphis Mercury Milan Milano Montana Nevada Normandy Odessa Orlando Orleans Oslo Paris Petra Phoenix Quito Raleigh Regina Rio Roma Rome Salem Samara Santiago Savannah Selma Siena Sienna Skye Sofia Stirling Sydney Tennessee Texas Trent Troy Valencia Venice Verona Victoria Vienna Virginia Washington York Zaire";
/** People whom everybody knows by one name. */
const KNOWN =
  "Aristotle Archimedes Apollo Ariadne Athena Atlas Aurora Beethoven Caesar Cleopatra Copernicus Dante Darwin Diana Einstein Euclid Frida Galileo Galilei Gandhi Gauss Hamlet Helios Hercules Hermes Homer Jason Jesus Juliet Juno Jupiter Leonardo Luna Macbeth Mars Maria Mary Mendel Minerva Mohammed Moses Mozart Muhammad Napoleon Neptune Newton Noah Odin Odysseus Ophelia Orion Othello Pandora Pascal Pavlov Persephone Picasso Plato Pluto Pythagoras Rembrandt Romeo Saturn Selene Shakespeare Socrates Tesla Thor Titan Ulysses Venus Vincent Virgil Wagner Zeus";

/** First and family names that are something else as well: alone they say nothing about a student. */
export const USUAL_WORDS: ReadonlySet<string> = new Set([CALENDAR, WORDS, PLACES, KNOWN].join(" ").split(" "));
/** Those of them that sentences write small. */
export const COMMON_WORDS: ReadonlySet<string> = new Set(WORDS.split(" "));
/** Those of them that stand in dates. */
export const CALENDAR_WORDS: ReadonlySet<string> = new Set(
  `${CALENDAR} January February March September October November December Monday Tuesday Wednesday Thursday Saturday`.split(
    " ",
  ),
);
/** Family names that are words as well. */
export const USUAL_FAMILY_WORDS: ReadonlySet<string> = new Set(
  "Abbot Ball Banks Barber Bird Bishop Black Blue Bloom Brown Bush Butcher Butler Carpenter Carter Church Clark Clay Cole Cook Cooper Cross Day Field Fields Fish Fisher Flowers Ford Forest Foster Free Freeman French Frost Gardener German Glass Gold Good Green Ground Hall Hand Hardy Harvest Head Hill Hills Holiday Holland Hood House Hunt Knight Land Law Light Little Long Low March Marks Marsh Marshall Mason Mayor Miller Mills Moon Moore Music Myers Nice Nurse Page Park Parks Parker Pitts Pool Pope Post Potter Power Powers Price Read Reading Rice Rich Ring Rivers Rock Roman Rush Sands School Sea Sharp Shepherd Ship Short Silver Singer Small Smith Snow Song Speed Spring Star Steel Stone Street Strong Summers Swan Sweet Swift Tanner Taylor Teach Temple Thorn Tower Turner Walker Wall Walls Ward Water Waters Weaver Weeks Wells Welsh White Wise Wolf Wood Woods Word Worth Young Doe Key Ode Wells Sol Mar Rey Luz Santos Cruz Campos Flores Iglesias Torres Reyes".split(
    " ",
  ),
);

/** The same in other languages; there a word that begins a sentence is its own. */
export const USUAL_WORDS_ELSEWHERE: Readonly<Record<string, ReadonlySet<string>>> = {
  es: words(
    "Rosa Mar Luz Sol Pilar Paz Alba Ángel Consuelo Dolores Esperanza Estrella Flor Gloria Luna Margarita Mercedes Nieves Rocío Soledad Victoria Violeta Reyes Cruz Iglesias Campos Ríos Torres Montes Puente Mayo Abril",
  ),
  fr: words(
    "Rose Marguerite Claire Olive Violette Aurore Perle Pascal Désiré Aimé Marine Fleur Prudence Constance Ambre Petit Blanc Roche Fontaine Rivière Noël Avril Mai",
  ),
  pt: words(
    "Rosa Luz Flor Graça Íris Estrela Vitória Margarida Mar Sol Pilar Esperança Costa Rocha Ribeiro Pereira Coelho Leão Pinto Maio",
  ),
  pl: words(
    "Róża Zając Mróz Maja Kalina Jagoda Malina Wilk Lis Kot Sowa Wrona Gołąb Kruk Dąb Maj Kwiecień Lipiec Nadzieja Wiara Zima Wójcik Kowal",
  ),
  uk: words(
    "Мороз Роза Віра Надія Любов Заєць Вовк Калина Слава Світлана Зірка Море Весна Зима Коваль Ткач Кравець Гончар Мельник Соловей Лис Ворона Голуб",
  ),
};

function words(list: string): ReadonlySet<string> {
  return new Set(list.split(" "));
}
