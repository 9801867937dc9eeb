import { expect, test } from "vitest";
import { destination } from "./code";

test("a code leads where it was printed for, at whatever address Molvet was then; others lead nowhere", () => {
  expect(destination("http://127.0.0.1:8787/m/0137#R2·17")).toBe("/m/0137#R2%C2%B717");
  expect(destination(" https://192.168.1.5:8788/c/12/3\n")).toBe("/c/12/3");
  for (const other of [
    "https://shop.example/m/../../account",
    "https://shop.example/paints/3",
    "javascript:alert(1)//m/1",
    "tel:0137",
    "M-0137",
    "",
  ])
    expect(destination(other)).toBe("");
});
