import { computed, ref } from "vue";
import { Problem } from "@/api/client";

/**
 * Sends one file with progress, and can be stopped at any time.
 *
 * @example const upload = useUpload(); const photo = await upload.send<Photograph>("POST", "/api/photographs?name=a.jpg", file)
 */
export function useUpload() {
  /** Share that was sent, 0 to 1; undefined while nothing is on its way. */
  const sent = ref<number>();
  const name = ref("");
  let request: XMLHttpRequest | undefined;
  const busy = computed(() => sent.value !== undefined);

  function send<T>(method: "POST" | "PUT", url: string, file: File): Promise<T> {
    name.value = file.name;
    sent.value = 0;
    return new Promise<T>((resolve, reject) => {
      const r = new XMLHttpRequest();
      request = r;
      r.open(method, url);
      r.setRequestHeader("Content-Type", "application/octet-stream");
      r.upload.onprogress = (e) => (sent.value = e.lengthComputable ? e.loaded / e.total : 0);
      r.upload.onload = () => (sent.value = 1);
      r.onerror = () => reject(new Problem(0, "The server does not answer. Nothing was kept."));
      r.onabort = () => reject(new Problem(0, "Stopped. Nothing was kept."));
      r.onload = () => {
        if (r.status < 300) return resolve((r.responseText ? JSON.parse(r.responseText) : undefined) as T);
        reject(new Problem(r.status, detailOf(r.responseText)));
      };
      r.send(file);
    }).finally(() => {
      sent.value = undefined;
      request = undefined;
    });
  }
  return { sent, name, busy, send, stop: () => request?.abort() };
}

function detailOf(text: string): string {
  try {
    return (JSON.parse(text) as { detail?: string }).detail ?? "Something went wrong.";
  } catch {
    return "Something went wrong.";
  }
}
