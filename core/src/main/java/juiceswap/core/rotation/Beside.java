package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.Executor;
import java.util.function.Supplier;

/**
 * Where searches go on that can go on side by side: on threads where there are any, else one after the other, which takes
 * longer and comes to the same.
 */
public interface Beside {
    /** The results of all, in their order. The first may be worked out by whoever asks. */
    <T> List<T> all(List<Supplier<T>> works);

    /** One after the other: in a phone, and where other processors are left to others. */
    Beside IN_TURN = new Beside() {
        @Override
        public <T> List<T> all(List<Supplier<T>> works) {
            List<T> results = new ArrayList<>();
            works.forEach(work -> results.add(work.get()));
            return results;
        }
    };

    /** All but the first by that executor; what one of them throws is thrown. */
    static Beside on(Executor executor) {
        return new Beside() {
            @Override
            public <T> List<T> all(List<Supplier<T>> works) {
                List<CompletableFuture<T>> others = new ArrayList<>();
                for (Supplier<T> other : works.subList(1, works.size())) {
                    others.add(CompletableFuture.supplyAsync(other, executor));
                }
                List<T> results = new ArrayList<>();
                results.add(works.get(0).get());
                others.forEach(other -> results.add(joined(other)));
                return results;
            }
        };
    }

    private static <T> T joined(CompletableFuture<T> other) {
        try {
            return other.join();
        } catch (CompletionException failed) {
            if (failed.getCause() instanceof CancellationException halted) {
                throw halted;
            }
            throw failed;
        }
    }
}
