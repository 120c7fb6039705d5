"use client";
import { useRouter } from "next/navigation";
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useId,
  useMemo,
  useRef,
  useState,
} from "react";
import { Button, Modal } from "react-bootstrap";

interface Leaving {
  /** Goes at once, or asks first where something typed is not kept yet. */
  leave(go: () => void): void;
  note(id: string, isUnkept: boolean): void;
}

const LeavingContext = createContext<Leaving | undefined>(undefined);

/** Watches over what is typed and not kept yet: whoever would leave it behind is asked, in the page and by the browser. */
export function LeavingProvider({ children }: { children: ReactNode }) {
  const unkept = useRef(new Set<string>());
  const [asked, setAsked] = useState<{ go: () => void }>();
  const router = useRouter();
  const leaving = useMemo<Leaving>(
    () => ({
      leave: (go) => (unkept.current.size > 0 ? setAsked({ go }) : go()),
      note: (id, isUnkept) => void (isUnkept ? unkept.current.add(id) : unkept.current.delete(id)),
    }),
    [],
  );
  useEffect(() => {
    const onUnload = (event: BeforeUnloadEvent) => unkept.current.size > 0 && event.preventDefault();
    const onClick = (event: MouseEvent) => {
      const link = event.target instanceof Element ? event.target.closest<HTMLAnchorElement>("a[href]") : null;
      const isPlain = event.button === 0 && !(event.ctrlKey || event.metaKey || event.shiftKey || event.altKey);
      if (!link || !isPlain || link.target || link.origin !== window.location.origin || unkept.current.size === 0)
        return;
      event.preventDefault();
      event.stopPropagation();
      const { pathname, search, hash } = link;
      setAsked({ go: () => router.push(`${pathname}${search}${hash}`) });
    };
    window.addEventListener("beforeunload", onUnload);
    document.addEventListener("click", onClick, { capture: true });
    return () => {
      window.removeEventListener("beforeunload", onUnload);
      document.removeEventListener("click", onClick, { capture: true });
    };
  }, [router]);
  const stay = () => setAsked(undefined);
  return (
    <LeavingContext value={leaving}>
      {children}
      <Modal show={asked !== undefined} onHide={stay} centered animation={false} aria-labelledby="leaving-title">
        <Modal.Header>
          <Modal.Title as="h2" id="leaving-title">
            What you typed is not kept yet
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>Go back to keep it, or leave it behind; what was kept before stays as it is.</Modal.Body>
        <Modal.Footer>
          <Button
            variant="link"
            onClick={() => {
              unkept.current.clear();
              stay();
              asked?.go();
            }}
          >
            Leave it behind
          </Button>
          <Button autoFocus onClick={stay}>
            Go back
          </Button>
        </Modal.Footer>
      </Modal>
    </LeavingContext>
  );
}

function useLeavingContext(): Leaving {
  const leaving = useContext(LeavingContext);
  if (!leaving) throw new Error("A screen was used outside the frame.");
  return leaving;
}

/** Says whether something typed here is not kept yet, as long as it is on the screen. */
export function useUnkept(isUnkept: boolean): void {
  const { note } = useLeavingContext();
  const id = useId();
  useEffect(() => {
    note(id, isUnkept);
    return () => note(id, false);
  }, [note, id, isUnkept]);
}

/** Goes on, or asks first where something typed is not kept yet. */
export function useLeaving(): (go: () => void) => void {
  const { leave } = useLeavingContext();
  return useCallback((go) => leave(go), [leave]);
}
