import { expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { paragraph } from "../letter/letterParts";
import { worldOf } from "../model/world";
import { planNote } from "../selection/planNote";
import { CHECK_DAY, CHECK_WORLDS } from "../testing/checkWorlds";
import { checkNote } from "./checkNote";

/** Paragraphs as teachers of many subjects write them, with everything in them that only looks like a fault. */
const PARAGRAPHS = [
  // Mathematics
  "On 12 May we begin with quadratic functions; the formula is x = [−b ± √(b² − 4ac)] / 2a.",
  "Please bring a calculator. We round π to 3.14159 and e to 2.71828.",
  "The set {1, 2, 3} has eight subsets, {a, b} has four; that is all there is to the homework.",
  "In chapter XX we learn what a limit is; chapter XXI can wait until April.",
  "Will you look over the corrections together? Mark each mistake with a colour.",
  "Two thirds of the class chose the harder paper, and the mean was 14 of 20.",
  "The answer “0.125” is as good as “1/8”, and so is 12.5 %.",
  // Music
  "In May the choir sings the “Ode to Joy”, in June a piece by Florence Price.",
  "The Rose Adagio and the Grace Notes study are on the list, and so is a Will Todd carol.",
  "We practise bars 12–24 (legato, mf) and the coda. [sic] is what the composer wrote.",
  "Bring the music for “Amazing Grace” and “The Rose”. The concert is on Friday, 4 December, at 19:00.",
  "Hope you can come! May the best trio win.",
  // Sport
  "The mile was run in 7:32 on average; the relay on 8 May is in Hill Park.",
  "A personal best counts more than a rank. Will power is half of it, and the other half is sleep.",
  "Swimming is on Wednesdays, 14:00–15:30. Bring a towel, goggles and 2 € for the locker.",
  "Grant Park is closed, so we run along Amber Road to the Hope Street field.",
  "Rose-hip tea and a banana are all that one needs before a run.",
  // History
  "We read Florence Nightingale’s letters and a speech by Mark Antony.",
  "The May Fourth Movement, the April Theses and Jan Hus are in the next test.",
  "Victor Hugo, Rosa Parks and Martin Luther King Jr. each chose a different way.",
  "In Florence, under the Medici, the arts flowered; Amber came from the Baltic.",
  "“The mark of a free people”, she wrote, “is [that] they may hope.”",
  "The Louis XX question in the quiz was a joke: there was none.",
  "Pope John XXIII opened the council in October; the king, Charles II, did not.",
  // Languages
  "We read “Der Erlkönig” and the first act of Hamlet. In the second, Will is not the author’s name.",
  "Ella dijo: «la casa es grande», and that is how quotations look in Spanish.",
  "The verb “will” and the verb “may” are on page 20; “mark” is a noun as well.",
  "Dictation: “Grace is a gift. Hope is a thing with feathers. Faith moves mountains.”",
  "Learn the months: April, May, June, July, August. January comes from Janus.",
  "Bitte bis Mai die Vokabeln lernen. In French, “rose” is both a flower and a colour.",
  // Science
  "The mass was 0.8649 g and the volume 1.0042 ml; the density follows from both.",
  "g = 9.80665 m/s² and c ≈ 2.99792458 × 10⁸ m/s. Mark the units!",
  "Amber is fossil resin. Iris, pupil and lens are parts of the eye. Ruby and jade are minerals.",
  "The dawn chorus begins at 04:30 in May. Robin, wren and lark sing first.",
  "Rose bengal stains the sample; leave it for 20 min at 37 °C.",
  "Darwin sailed in the Beagle, and Newton never left England.",
  "Hill’s reaction and Hope’s experiment are in chapter 4.",
  // Art and crafts
  "The palette: amber, rose, olive and ivory; no violet this time. Frame it with jute.",
  "Jan van Eyck, Georgia O’Keeffe and Mark Rothko hang in the corridor.",
  "Will it fit into the kiln? May we use glaze? Yes to both.",
  "Sandy soil, clay and a little grit make the mix; 3 parts to 1.",
  // Reading and drama
  "We finished “The Hobbit” and begin “Anne of Green Gables”. Anne Frank’s diary comes after Easter.",
  "In the play, Hope and Faith are sisters. Grace Kelly made the film, Will Smith did not.",
  "The Adventures of Tom Sawyer is by Mark Twain; the reading log is due on 4 May.",
  "May Day rehearsals: 28 April to 1 May, every day at four.",
  // About the class as a whole
  "The class median is 71 %, and half of the class is within 6 points of it.",
  "Everything under 60 % can be written again, once, until 12 December.",
  "The quiz has 20 points, the lab 25; late work loses 10 %.",
  "The winter term ends on 10 January. Report cards follow in the week after.",
  "Each student needs a notebook (A4, squared), a ruler and two pencils.",
  "Your child is welcome at the homework club on Tuesdays.",
  "We use the textbook, pages 20–24, and the worksheet “Tides and currents (2)”.",
  "Office hours: Monday 15:00, Thursday 7:45. Just write back, or call 555 0142.",
  "The trip costs $12 or 11 €; nobody stays at home for the money.",
  "Thank you for the cakes, the lifts and the patience.",
  "P.S. The sweater with the red buttons is still on the hook by room 204.",
  "If you have questions about the project, see https://school.example/projects/tides?term=2.",
  "Attendance was good: 97.5 % since 1 November.",
  "We had an excellent week… and one rainy day. Well done, all of you!",
  "By the end of June everybody can swim 200 m, read a tide table, and mend a net.",
  "Nicht alles ist Gold; not all is amber that glows.",
  "Ms Hill and Mr Voss visit on Friday; Mrs Grace takes the register.",
  "Dr Amber speaks about corals. Lake Florence is frozen.",
  "He who hopes, waits; who waits, learns: an old harbour saying.",
  "May the Fourth be with you: films on Friday. Between May and July there is no lesson.",
  "Our Rose Window project is done; Amber light falls on it. Thanks to the Hope Foundation for the microscopes.",
  "Students may use the Jan–Feb tables. From April to June we garden.",
  "See [1] and [2] for sources; [Smith 2020] too. f(x) = {x if x > 0}, else 0.",
  "The Voss water bottle goes to recycling. Hallam Street is closed.",
  "If nothing is missing, you need not write back. All work is due on Friday, and nothing is due this week.",
  "Dear families of Block 3, your child needs 10 points for the badge; each has 3 tries.",
  "Mark your calendars: the science fair is on 21 January, from 9 to 12.",
];

test("there are at least 60 of them", () => expect(PARAGRAPHS.length).toBeGreaterThanOrEqual(60));

test.each(Object.entries(CHECK_WORLDS))("clean notes are silent in a school of %s", (_name, sceneOf) => {
  const loud = PARAGRAPHS.flatMap((words) => {
    const { records, note, past, now } = sceneOf();
    note.body.content.splice(2, 0, paragraph(words));
    const index = new FiguresIndex(worldOf(records), CHECK_DAY, past);
    return checkNote(index, note, planNote(index, note), now)
      .filter(({ severity }) => severity !== "line")
      .map(({ code, quotes }) => `${code} (${quotes.slice(0, 2).join("; ")}): ${words}`);
  });
  expect(loud).toEqual([]);
});
