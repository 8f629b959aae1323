"""The swashplate: layouts, mixing, servos, and the links between horns and plate."""
