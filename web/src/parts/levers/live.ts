/** The live frame: follows the levers, the draft's version and the view, and tells who draws. */
import { useEffect, useMemo, useSyncExternalStore } from "react";
import { answer, asProblem, client, type Frame, type Problem } from "@/api/client";
import { Follower } from "./follower";
import { type Levers, leversNow, onLevers } from "./levers";

/** `measured` is the path of the length whose dimension is drawn. */
export type View = { azimuth: number; exaggerate: number; measured?: string };
type Question = View & Levers & { version: number };

export class Live {
  frame: Frame | null = null;
  problem: Problem | null = null;
  private listeners = new Set<() => void>();
  private follower: Follower<Question, Frame>;

  constructor(id: string) {
    const path = { helicopter_id: id };
    this.follower = new Follower(
      (query, signal) =>
        answer(
          client.GET("/api/helicopters/{helicopter_id}/frame", { params: { path, query }, signal }),
        ),
      (frame) => this.publish(frame, null),
      // The last good frame stays on screen; the problem is shown beside it.
      (error) => this.publish(this.frame, asProblem(error)),
    );
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  follow(question: Question) {
    this.follower.follow(question);
  }

  stop() {
    this.follower.stop();
  }

  private publish(frame: Frame | null, problem: Problem | null) {
    this.frame = frame;
    this.problem = problem;
    for (const listener of this.listeners) listener();
  }
}

/** Follow one helicopter's draft while the place is open. */
export function useLive(id: string, version: number, view: View): Live {
  const live = useMemo(() => new Live(id), [id]);
  useEffect(() => {
    const follow = () => live.follow({ ...leversNow(), ...view, version });
    follow();
    return onLevers(follow);
  }, [live, version, view]);
  useEffect(() => () => live.stop(), [live]);
  return live;
}

export function useFrame(live: Live): Frame | null {
  return useSyncExternalStore(live.subscribe, () => live.frame);
}

export function useLiveProblem(live: Live): Problem | null {
  return useSyncExternalStore(live.subscribe, () => live.problem);
}
