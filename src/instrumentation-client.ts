/** Runs in the browser before anything else of the application. */
import "@/core/model/zodWithoutEval";
