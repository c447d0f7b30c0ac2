import { Problem } from "@/api/client";
import { ElMessage } from "element-plus/es/components/message/index.mjs";
import { ElMessageBox } from "element-plus/es/components/message-box/index.mjs";
import "element-plus/es/components/message-box/style/css";
import "element-plus/es/components/message/style/css";

/** Says one sentence at the top of the screen. */
export function say(text: string, type: "success" | "warning" | "error" = "success") {
  ElMessage({
    message: text,
    type,
    duration: type === "success" ? 3000 : 7000,
    showClose: type !== "success", // its button would take a press meant for what lies below it
    grouping: true,
  });
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
