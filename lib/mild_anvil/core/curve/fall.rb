# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Every fall of the force, and what it was: a failure, a sliding one, an unloading, or a relaxation.
      #
      # top and bottom: samples of the turning points; start and finish: where 10 % and 90 % of the fall lie; drop in
      # newtons;
      # recovers: the first sample above the top again, nil if there is none.
      Fall = Struct.new(:top, :bottom, :start, :finish, :drop, :level, :kind, :seconds, :slide, :recovers,
                        keyword_init: true) do
        # Something of the specimen or its fixture gave way.
        def material? = %i[failure sliding].include?(kind)
        def drop_share = drop / level
      end
    end
  end
end
