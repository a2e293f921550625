"""Water in lines: what a pipe loses, what an emitter gives, a lateral and a network of them solved, how even it is.

In here:

    friction  head lost in a pipe
    emitters  what one gives at a head
    pipes     a tree of pipes, solved point by point
    lateral   a line solved by itself
    network   laterals on a main, and the tap's own curve
    evenness  EU, DU of the low quarter, CU
    flow_faults what a measured run says of a line
    sizing    the longest sound run, by the solved line and by Christiansen's quick rule
"""
