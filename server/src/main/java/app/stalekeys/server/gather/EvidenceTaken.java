package app.stalekeys.server.gather;

import app.stalekeys.server.jobs.Job;

/// Published when the facts of a snapshot are others than before, within the job that changed them;
/// whoever computes from facts does so anew.
///
/// @param who who asked for it
public record EvidenceTaken(long snapshotId, String who, Job job) {}
