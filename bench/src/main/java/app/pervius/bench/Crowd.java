package app.pervius.bench;

import java.lang.management.CompilationMXBean;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;

/** Several doing something at the same time. */
final class Crowd {

    /** What one of them does; {@code which} counts from 0. */
    interface Work {
        void run(int which) throws Exception;
    }

    private static final int MOST_ROUNDS = Integer.getInteger("pervius.bench.rounds", 20);
    /** The share of the time at which compiling no longer counts. */
    private static final double STILL = 0.2;

    private Crowd() {
    }

    /** Runs {@code work} in {@code people} threads; gives the seconds until the last has finished. */
    static double seconds(int people, Work work) {
        long begin = System.nanoTime();
        try (ExecutorService threads = Executors.newFixedThreadPool(people)) {
            List<Future<?>> all = new ArrayList<>();
            for (int i = 0; i < people; i++) {
                int which = i;
                all.add(threads.submit(() -> {
                    work.run(which);
                    return null;
                }));
            }
            for (Future<?> one : all) {
                one.get();
            }
        } catch (InterruptedException | ExecutionException e) {
            throw new IllegalStateException("a measurement failed", e);
        }
        return since(begin);
    }

    /** Something done again and again. */
    interface Round {
        void run() throws Exception;
    }

    /**
     * Does the work to be measured until the virtual machine has all but ceased to compile, so that what is measured is the steady state.
     */
    static void warmUp(Round round) throws Exception {
        CompilationMXBean compiler = ManagementFactory.getCompilationMXBean();
        double busy = 1;
        for (int count = 1; busy > STILL && count <= MOST_ROUNDS; count++) {
            long compiled = compiler.getTotalCompilationTime();
            long begin = System.nanoTime();
            round.run();
            busy = (compiler.getTotalCompilationTime() - compiled) / 1000.0 / since(begin);
            System.err.printf("    warming up, round %d: compiling %.0f %% of the time%n", count, busy * 100);
        }
    }

    static double since(long begin) {
        return (System.nanoTime() - begin) / 1e9;
    }

    /** Waits until something has happened, for at most {@code seconds}. */
    static void until(BooleanSupplier happened, int seconds) {
        long begin = System.nanoTime();
        while (!happened.getAsBoolean()) {
            if (since(begin) > seconds) {
                throw new IllegalStateException("it did not happen within " + seconds + " s");
            }
            LockSupport.parkNanos(5_000_000);
        }
    }

    static double median(List<Double> values) {
        return quantile(values, 0.5);
    }

    static double quantile(List<Double> values, double share) {
        List<Double> sorted = values.stream().sorted().toList();
        return sorted.get(Math.min(sorted.size() - 1, (int) (sorted.size() * share)));
    }
}
