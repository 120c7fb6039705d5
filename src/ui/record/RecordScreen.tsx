"use client";
import Link from "next/link";
import type { Round } from "@/core/delivery/round";
import { isStillToCome, roundsInARow, talliesTogether } from "@/core/delivery/roundsInARow";
import { type Tally, tallySentence } from "@/core/delivery/tally";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { EmptyState } from "@/ui/shared/EmptyState";
import { formatMoment } from "@/ui/shared/formatMoment";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { BalanceSheet } from "./BalanceSheet";
import { DropMessage } from "./DropMessage";
import { FindLetters } from "./FindLetters";
import { RepliesSheet } from "./RepliesSheet";

/** So many rounds of one note in a row stand as one line. */
const MANY = 3;

/** Every round that was sent, with what became of its letters. */
export function RecordScreen() {
  const { office } = useVine();
  const kept = useKept(
    async (read) => ({
      // What is ready for a run that is still to come stands with its plan.
      rounds: (await read.roundsNewestFirst()).filter((one) => !isStillToCome(one, office.around.now())),
      tallies: await read.talliesByRound(),
    }),
    [],
  );
  return (
    <>
      <Head title="Record" about={kept && counted(kept.rounds.length, "round")} />
      <div className="screen-body">
        {!kept ? (
          <Skeleton words="Opening the record" />
        ) : kept.rounds.length === 0 ? (
          <EmptyState
            title="Nothing was sent yet"
            words="Each round you send is kept here with all its letters: who got it, who did not, and why."
          >
            <Link className="btn btn-primary" href="/notes">
              Choose a note
            </Link>
          </EmptyState>
        ) : (
          <div className="columns">
            <div className="d-grid gap-3">
              <FindLetters />
              <RepliesSheet />
              <section className="sheet" aria-labelledby="rounds">
                <h2 id="rounds">Rounds</h2>
                <ul className="lines">
                  {roundsInARow(kept.rounds).map((rounds) =>
                    rounds.length < MANY ? (
                      rounds.map((round) => (
                        <RoundLine key={round.id} round={round} tally={kept.tallies.get(round.id)} />
                      ))
                    ) : (
                      <li key={rounds[0].id}>
                        <details className="line-main">
                          <summary>
                            {rounds[0].noteName}{" "}
                            <span className="quiet small">{formatMoment(rounds[0].createdAt)}</span>
                            <div className="small">
                              {counted(rounds.length, "round")}, one after the other:{" "}
                              {tallySentence(talliesTogether(rounds.map(({ id }) => kept.tallies.get(id))))}.
                            </div>
                          </summary>
                          <ul className="lines">
                            {rounds.map((round) => (
                              <RoundLine key={round.id} round={round} tally={kept.tallies.get(round.id)} />
                            ))}
                          </ul>
                        </details>
                      </li>
                    ),
                  )}
                </ul>
              </section>
            </div>
            <div className="d-grid gap-3">
              <BalanceSheet />
              <DropMessage />
            </div>
          </div>
        )}
      </div>
    </>
  );
}

function RoundLine({ round, tally = {} }: { round: Round; tally: Tally | undefined }) {
  return (
    <li>
      <div className="line-main">
        <Link href={`/record/${round.id}`}>{round.noteName}</Link>{" "}
        <span className="quiet small">{formatMoment(round.createdAt)}</span>
        <div className="small">{round.summary}</div>
        <div className="quiet small" data-private>
          {round.sentence}
        </div>
      </div>
      <div>{tallySentence(tally)}</div>
    </li>
  );
}
