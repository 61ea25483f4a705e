import { Text } from "@chakra-ui/react";
import { type ReactNode, Suspense } from "react";
import { ErrorBoundary } from "react-error-boundary";
import { useLocation } from "react-router";
import { Button } from "./Button";
import { Loading, Notice } from "./States";

/** A page while it is loaded, and what stands in its place when it cannot be. */
export function Page({ what, children }: { what: string; children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={Broken} resetKeys={[pathname]}>
      <Suspense fallback={<Loading what={what} />}>{children}</Suspense>
    </ErrorBoundary>
  );
}

/** A part that did not load, or a fault of ours. A part is asked for once only: the whole page is loaded again. */
function Broken() {
  return (
    <Notice title="This page could not be loaded">
      <Text role="alert">What you entered is kept. If it happens again, start Brookwind again.</Text>
      <Button mt="5" variant="solid" onClick={() => location.reload()}>
        Try again
      </Button>
    </Notice>
  );
}
