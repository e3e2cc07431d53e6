package juiceswap.core.house;

import java.util.List;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.house.TransferDevice.BondPath;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.house.TransferDevice.Proof;
import juiceswap.core.house.TransferDevice.Tested;

/** A test of the installation as it was kept. What was not measured and kept proves nothing. */
public record KeptTest(DeviceProof test, Result result) {

    /** What it came to. */
    public enum Result implements Worded {
        PASSED("passed"),
        FAILED("failed"),
        /** Half of it was made: it proves nothing, and takes nothing back. */
        PARTLY("partly"),
        /** What it had proven is another device, another household, or a set before its repair. */
        VOID("void");

        private final String word;

        Result(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * What the kept tests of a household come to. What has failed stays failed until the same test has passed.
     *
     * @param latestFirst in the order in which they were made, the latest first
     */
    public static Tested tested(Kind kind, List<KeptTest> latestFirst) {
        List<DeviceProof> parting =
                DeviceProof.of(kind).stream().filter(DeviceProof::ofParting).toList();
        boolean failed = parting.stream().anyMatch(test -> last(test, latestFirst) == Result.FAILED);
        boolean passed = !parting.isEmpty()
                && parting.stream()
                        .filter(DeviceProof::provesParting)
                        .allMatch(test -> last(test, latestFirst) == Result.PASSED);
        BondPath path = switch (last(DeviceProof.BONDING, latestFirst)) {
            case PASSED -> BondPath.SOUND;
            case FAILED -> BondPath.BROKEN;
            case PARTLY, VOID -> BondPath.UNKNOWN;
        };
        return new Tested(failed ? Proof.FAILED : passed ? Proof.PASSED : Proof.UNPROVEN, path);
    }

    /** The latest whole result of a test; void when there is none. */
    private static Result last(DeviceProof test, List<KeptTest> latestFirst) {
        Optional<Result> whole = latestFirst.stream()
                .filter(kept -> kept.test() == test && kept.result() != Result.PARTLY)
                .map(KeptTest::result)
                .findFirst();
        return whole.orElse(Result.VOID);
    }
}
