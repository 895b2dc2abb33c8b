/** Where a lane's "Decide on it" leads: the reason is typed there, without a walk through the other lanes. */
export const reasonField = 'decide-reason';
