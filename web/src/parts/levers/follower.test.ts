import { describe, expect, it } from "vitest";
import { Follower } from "./follower";

function bench() {
  const asked: number[] = [];
  const took: number[] = [];
  const failed: unknown[] = [];
  const waiting: { resolve: (n: number) => void; reject: (e: unknown) => void }[] = [];
  const follower = new Follower<number, number>(
    (question) => {
      asked.push(question);
      return new Promise((resolve, reject) => waiting.push({ resolve, reject }));
    },
    (answer) => took.push(answer),
    (error) => failed.push(error),
  );
  const settle = () => new Promise((done) => setTimeout(done));
  return { asked, took, failed, waiting, follower, settle };
}

describe("Follower", () => {
  it("keeps one question in flight and sends only the latest of those that waited", async () => {
    const b = bench();
    for (const question of [1, 2, 3, 4]) b.follower.follow(question);
    expect(b.asked).toEqual([1]);
    b.waiting[0]?.resolve(10);
    await b.settle();
    expect(b.asked).toEqual([1, 4]);
    b.waiting[1]?.resolve(40);
    await b.settle();
    expect(b.took).toEqual([10, 40]);
  });

  it("goes on after a failure", async () => {
    const b = bench();
    b.follower.follow(1);
    b.follower.follow(2);
    b.waiting[0]?.reject("lost");
    await b.settle();
    expect(b.failed).toEqual(["lost"]);
    expect(b.asked).toEqual([1, 2]);
  });

  it("drops the answer that comes after it was stopped", async () => {
    const b = bench();
    b.follower.follow(1);
    b.follower.stop();
    b.waiting[0]?.resolve(10);
    await b.settle();
    expect(b.took).toEqual([]);
  });
});
