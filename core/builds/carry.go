package builds

// bailMark is what an unmarked bail or ear carries, and innerBag what an inner bag holds, in kg;
// outerFull how full an outer bag is (house values).
const (
	bailMark, innerBag = 15.0, 10.0
	outerFull          = 0.8
)

// A handle's end is sewn on with so many stitches of a thread that breaks at so many newtons, five times
// what it may have (house values).
const stitches, threadBreaks, sewnSafety = 100, 45.0, 5.0

// leastLane and stopping: a sled is pulled for 5 m at least, and needs 1.5 m to stop (house values).
const leastLane, stopping = 5.0, 1.5
