import { Box, Flex, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { api, keys, type Rig, type Schemas } from "../api/client";
import { Button } from "../shell/Button";
import { Header } from "../shell/Header";
import { Refused } from "../shell/Refused";
import { Failed, Loading, Notice } from "../shell/States";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import { ChooseIt } from "./ChooseIt";
import { CockIt } from "./CockIt";
import { FindDepth } from "./FindDepth";
import { HoldBack } from "./HoldBack";
import { ReadIt } from "./ReadIt";
import { rehearsed } from "./rehearse";
import { TieIt } from "./TieIt";
import { type ExerciseId, type Score, useGame } from "./useGame";

type Offered = Schemas["OfferedExercise"];

/** Exercises on the real models: chosen, played, and what they say of one's judgement. */
export default function PracticePage() {
  const { exercise } = useParams();
  const [asked] = useSearchParams();
  const offered = useQuery({ queryKey: keys.exercises, queryFn: api.exercises });
  if (offered.isPending) return <Loading what="the exercises" />;
  if (offered.isError) return <Failed error={offered.error} again={() => offered.refetch()} />;
  const given = asked.get("rehearse") === null ? [] : rehearsed();
  if (!exercise) return <Exercises offered={offered.data} given={given} />;
  const chosen = offered.data.find((o) => o.exercise.id === exercise);
  if (!chosen)
    return (
      <Notice title="There is no such exercise">
        <Link to="/practice" className="bw-link">
          To the exercises
        </Link>
      </Notice>
    );
  const seed = Number(asked.get("seed"));
  const dealt = asked.get("seed") !== null && Number.isInteger(seed) && seed >= 0 && seed < 2 ** 31 ? seed : undefined;
  const bad = asked.get("seed") !== null && dealt === undefined;
  return <Game key={exercise} offered={chosen} given={given} seed={dealt} badSeed={bad} />;
}

const BARS = ["", "easy", "middling", "hard"];

function Exercises({ offered, given }: { offered: Offered[]; given: Rig[] }) {
  const queries = useQueryClient();
  const [sure, setSure] = useState(false);
  const played = offered.reduce((n, o) => n + o.standing.played, 0);
  const { units } = useSettings();
  return (
    <>
      <Header />
      <Box as="main" maxW="1080px" mx="auto" p={{ base: "3", md: "6" }}>
        <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold" mb="1">
          Practice
        </Heading>
        <Text color="soft" mb="4">
          {given.length > 0
            ? "Made from the rigs of your day."
            : "Five minutes at a time, on the same models that work out your rigs."}
        </Text>
        <Grid templateColumns={{ base: "1fr", md: "1fr 1fr", lg: "1fr 1fr 1fr" }} gap="4">
          {offered.map(({ exercise, standing }) => (
            <Stack
              key={exercise.id}
              as="section"
              aria-label={exercise.name}
              bg="card"
              borderWidth="1px"
              borderColor="rule"
              borderRadius="l3"
              p="5"
              gap="2"
            >
              <Heading as="h2" fontFamily="heading" fontSize="lg" fontWeight="bold">
                {exercise.name}
              </Heading>
              <Text flex="1">{exercise.says}</Text>
              <Recent scores={standing.recent} />
              <Text fontSize="sm" color="soft">
                {standing.played === 0
                  ? "Not played yet"
                  : `Rating ${Math.round(standing.rating)} after ${standing.played}; next: ${BARS[standing.level]}`}
              </Text>
              {standing.confuses.map((c) => (
                <Text key={c.says} fontSize="sm" color="float">
                  {say(c.says, c.figures ?? {}, units)}
                </Text>
              ))}
              <PlayLink to={`/practice/${exercise.id}${given.length ? "?rehearse" : ""}`} name={exercise.name} />
            </Stack>
          ))}
        </Grid>
        {played > 0 && (
          <Flex gap="3" mt="5" wrap="wrap" align="center">
            <a className="bw-link" href="/api/practice/results.csv" download>
              Everything practised, as CSV
            </a>
            <Button
              size="sm"
              onClick={async () => {
                if (!sure) return setSure(true);
                await api.forgetPractice();
                setSure(false);
                await queries.invalidateQueries({ queryKey: keys.exercises });
              }}
            >
              {sure ? `Yes, forget all ${played}` : "Begin anew"}
            </Button>
            {sure && (
              <Button size="sm" variant="quiet" onClick={() => setSure(false)}>
                Keep it
              </Button>
            )}
          </Flex>
        )}
      </Box>
    </>
  );
}

function PlayLink({ to, name }: { to: string; name: string }) {
  const go = useNavigate();
  return (
    <Button variant="solid" minH="12" onClick={() => go(to)}>
      Play<span className="bw-hidden">: {name}</span>
    </Button>
  );
}

/** Scores of the last ten, as bars. */
function Recent({ scores }: { scores: readonly number[] }) {
  if (scores.length === 0) return null;
  return (
    <Flex
      gap="1"
      h="8"
      align="flex-end"
      role="img"
      aria-label={`Last: ${scores.map((s) => `${Math.round(100 * s)} %`).join(", ")}`}
    >
      {scores.map((s, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: scores have no other name than their order
        <Box key={i} w="4" h={`${Math.max(8, 100 * s)}%`} bg={s >= 0.7 ? "reed" : "brass"} borderRadius="2px" />
      ))}
    </Flex>
  );
}

function Game({ offered, given, seed, badSeed }: { offered: Offered; given: Rig[]; seed?: number; badSeed: boolean }) {
  const { exercise, standing } = offered;
  const id = exercise.id as ExerciseId;
  const { game, task, play, problem, move, finish, again } = useGame(id, standing.level, given, seed);
  const score = Object.values(play ?? {}).find((p) => p?.score)?.score ?? null;
  const over = game.over;
  const { units } = useSettings();
  const own = task ? Object.values(task).find((t) => t) : null;
  return (
    <>
      <Header />
      <Box as="main" maxW="980px" mx="auto" p={{ base: "3", md: "6" }}>
        <Flex justify="space-between" align="baseline" gap="3" wrap="wrap" mb="2">
          <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold">
            {exercise.name}
          </Heading>
          <Link to={`/practice${given.length ? "?rehearse" : ""}`} className="bw-link">
            All exercises
          </Link>
        </Flex>
        <Text color="soft" mb="4">
          {own ? say(own.says.says, own.says.figures ?? {}, units) : "One moment."} Level: {BARS[game.level]}, number{" "}
          {game.seed}.
        </Text>
        {badSeed && (
          <Refused>A number from 0 to 2147483647 deals an exercise again; this one was dealt by chance.</Refused>
        )}
        {problem && <Refused>{problem}</Refused>}
        <Box key={game.id} bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" p={{ base: "3", md: "5" }}>
          {task?.depth && (
            <FindDepth
              task={task.depth}
              play={play?.depth ?? null}
              moves={game.moves?.depth ?? null}
              over={over}
              onMove={(depth) => move({ depth })}
              onFinish={(depth) => void finish({ depth })}
            />
          )}
          {task?.cock && (
            <CockIt
              task={task.cock}
              play={play?.cock ?? null}
              moves={game.moves?.cock ?? null}
              over={over}
              onMove={(cock) => move({ cock })}
              onFinish={(cock) => void finish({ cock })}
            />
          )}
          {task?.choose && (
            <ChooseIt
              task={task.choose}
              play={play?.choose ?? null}
              moves={game.moves?.choose ?? null}
              over={over}
              onMove={(choose) => move({ choose })}
              onFinish={(choose) => void finish({ choose })}
            />
          )}
          {task?.read && (
            <ReadIt
              task={task.read}
              play={play?.read ?? null}
              moves={game.moves?.read ?? null}
              over={over}
              onMove={(read) => move({ read })}
              onFinish={(read) => void finish({ read })}
            />
          )}
          {task?.hold && (
            <HoldBack
              task={task.hold}
              play={play?.hold ?? null}
              moves={game.moves?.hold ?? null}
              over={over}
              onMove={(hold) => move({ hold })}
              onFinish={(hold) => void finish({ hold })}
            />
          )}
          {task?.tie && (
            <TieIt
              task={task.tie}
              play={play?.tie ?? null}
              moves={game.moves?.tie ?? null}
              over={over}
              onMove={(tie) => move({ tie })}
              onFinish={(tie) => void finish({ tie })}
            />
          )}
        </Box>
        {over && score && <Result score={score} standing={standing} onAgain={() => again(standing.level)} />}
      </Box>
    </>
  );
}

function Result({ score, standing, onAgain }: { score: Score; standing: Offered["standing"]; onAgain: () => void }) {
  const { units } = useSettings();
  return (
    <Flex
      role="status"
      mt="4"
      gap="4"
      align="center"
      wrap="wrap"
      bg="card"
      borderWidth="2px"
      borderColor={score.share >= 0.7 ? "reed" : "brass"}
      borderRadius="l3"
      p="5"
    >
      <Text fontFamily="heading" fontSize="4xl" fontWeight="bold" lineHeight="1" data-testid="score">
        {Math.round(100 * score.share)} %
      </Text>
      <Box flex="1" minW="220px">
        {score.says.map((t) => (
          <Text key={t.says}>{say(t.says, t.figures ?? {}, units)}</Text>
        ))}
        <Text fontSize="sm" color="soft">
          Rating {Math.round(standing.rating)}. Next: {BARS[standing.level]}.
        </Text>
      </Box>
      <Button variant="solid" minH="12" onClick={onAgain}>
        Another
      </Button>
    </Flex>
  );
}
