import { configure } from "@testing-library/react";

// How long a page may take to show something is no test's business here: on a busy machine it is a hundred times as long.
configure({ asyncUtilTimeout: 60_000 });
