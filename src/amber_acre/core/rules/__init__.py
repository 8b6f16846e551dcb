"""The rules a job is held against, one judge for all of them, and the ground they are judged on."""
