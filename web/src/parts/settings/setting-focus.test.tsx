import { act, renderHook } from "@testing-library/react";
import { expect, test } from "vitest";
import { focusSetting, leaveSetting, useSettingInFocus } from "./setting-focus";

test("the field that has the focus is known, and one that left does not take it from another", () => {
  const { result } = renderHook(() => useSettingInFocus());
  act(() => focusSetting("airframe.servos.0.arm_mm"));
  expect(result.current).toBe("airframe.servos.0.arm_mm");
  act(() => focusSetting("airframe.servos.1.arm_mm"));
  // The first field goes from the page a moment later.
  act(() => leaveSetting("airframe.servos.0.arm_mm"));
  expect(result.current).toBe("airframe.servos.1.arm_mm");
  act(() => leaveSetting("airframe.servos.1.arm_mm"));
  expect(result.current).toBeNull();
});
