package nembar.core.testing;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.InvocationInterceptor;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.junit.jupiter.api.extension.ReflectiveInvocationContext;

/** Runs a {@link Law} as often as it says, and looks for the smallest draws that break it. */
final class LawExtension implements InvocationInterceptor, ParameterResolver {
    private static final int SMALLER_TRIES = 400;
    private static final int ONE_IN = Integer.getInteger("nembar.law.one-in", 1);
    private static final long FIXED = 20_261_127;
    private static final long SMALLER_NANOS = 20_000_000_000L;

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
        return parameter.getParameter().getType() == Draws.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
        return new Draws(0);
    }

    @Override
    public void interceptTestMethod(
            Invocation<Void> invocation,
            ReflectiveInvocationContext<Method> method,
            ExtensionContext context)
            throws Throwable {
        invocation.skip();
        Run run =
                draws -> {
                    try {
                        method.getExecutable().setAccessible(true);
                        method.getExecutable().invoke(context.getRequiredTestInstance(), draws);
                        return null;
                    } catch (InvocationTargetException thrown) {
                        return thrown.getCause();
                    }
                };
        Long only = Long.getLong("nembar.law.seed");
        int tries = only != null ? 1 : method.getExecutable().getAnnotation(Law.class).tries();
        Random seeds = ONE_IN == 1 ? new Random() : new Random(FIXED);
        for (int i = 0; i < Math.max(1, tries / ONE_IN); i++) {
            long seed = only != null ? only : seeds.nextLong();
            hold(run, seed, i);
        }
    }

    static void hold(Run run, long seed, int before) throws ReflectiveOperationException {
        Draws draws = new Draws(seed);
        Throwable broken = run.with(draws);
        if (broken == null) {
            return;
        }
        if (ONE_IN > 1) {
            throw new AssertionError(broken);
        }
        int[] smallest = draws.drawn();
        long end = System.nanoTime() + SMALLER_NANOS;
        int left = SMALLER_TRIES;
        for (int size = smallest.length; size > 0 && left > 0; size /= 2) {
            for (int at = 0; at < smallest.length && left > 0 && System.nanoTime() < end; ) {
                int[] less = smallest.clone();
                int to = Math.min(at + size, less.length);
                Arrays.fill(less, at, to, 0);
                if (Arrays.equals(less, smallest)) {
                    at = to;
                    continue;
                }
                left--;
                Draws tried = Draws.replay(less);
                Throwable still = run.with(tried);
                if (still != null) {
                    broken = still;
                    smallest = tried.drawn();
                }
                at = to;
            }
        }
        throw new AssertionError(
                "broken with the seed "
                        + seed
                        + " after "
                        + before
                        + " tries; with the smallest draws found: "
                        + broken.getMessage(),
                broken);
    }

    /** One run of the law. */
    interface Run {
        /** What broke, if anything did. */
        Throwable with(Draws draws) throws ReflectiveOperationException;
    }
}
