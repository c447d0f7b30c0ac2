import { shallowReactive, shallowRef } from "vue";
import { Problem } from "@/api/client";
import { ElMessageBox } from "element-plus/es/components/message-box/index.mjs";
import "element-plus/es/components/message-box/style/css";

/** How much what is said weighs. */
export type Weight = "success" | "warning" | "error";
/** What the line of notices says now. */
export const notice = shallowRef<{ text: string; weight: Weight; at: number }>();

/** What is shown as it was some time ago, for no newer answer came: by the gate that says so. */
export const overdue = shallowReactive(new Map<object, { text: string; again: () => void }>());

/** What a screen reader says and nobody sees: what was logged, where the screen shows it by itself. */
export const spoken = shallowRef("");
export function speak(text: string) {
  spoken.value = "";
  setTimeout(() => (spoken.value = text), 50); // the same words once more are news as well
}

/** Says one sentence in the line of notices; what is said at one time stands there together. */
export function say(text: string, weight: Weight = "success") {
  const at = Date.now();
  const before = notice.value;
  const together = before && at - before.at < 150 && !before.text.includes(text);
  notice.value = {
    text: together ? `${before.text} ${text}` : text,
    weight: together && before.weight !== "success" ? before.weight : weight,
    at,
  };
}

/** Runs something that may be refused; says the refusal and returns undefined then. */
export async function attempt<T>(call: Promise<T>): Promise<T | undefined> {
  try {
    return await call;
  } catch (error) {
    say((error as Error).message, "error");
    return undefined;
  }
}

/**
 * Runs something that the server may ask a reason for (a refusal at the field "why"): asks, and runs it
 * once more with the reason. Undefined where it was refused, or nobody gave one.
 *
 * @example attemptWithReason("It is hot", (why) => answer(api.POST(path, { query: { why } })))
 */
export async function attemptWithReason<T>(
  title: string,
  call: (why?: string) => Promise<T>,
): Promise<T | undefined> {
  try {
    return await call();
  } catch (error) {
    const asks = error instanceof Problem && error.fields.find((f) => f.field === "why");
    if (!asks) {
      say((error as Error).message, "error");
      return undefined;
    }
    const why = await ElMessageBox.prompt(`${asks.detail} Why does it come out all the same?`, title, {
      confirmButtonText: "Write it down",
      cancelButtonText: "Leave it closed",
      inputPattern: /\S/,
      inputErrorMessage: "Say why.",
    }).then(
      (said) => said.value,
      () => "",
    );
    return why ? attempt(call(why)) : undefined;
  }
}

/** Asks before an act that weighs, once: what is about to be said, and the act's own word. */
export async function ask(title: string, text: string, act: string): Promise<boolean> {
  try {
    await ElMessageBox.confirm(text, title, {
      confirmButtonText: act,
      cancelButtonText: "Cancel",
      center: false,
    });
    return true;
  } catch {
    return false;
  }
}
