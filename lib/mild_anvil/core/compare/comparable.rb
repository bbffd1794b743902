# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What groups can be compared by: strength, or any other number that a curve gave.
      #
      # kind, extra: of the finding it comes from; measurand: nil for the lot's own; strength: whether a claim about
      # strength can be answered by it; ends: whether a pull that did not break gives only a lower bound of it;
      # adjective: what more of it is called
      Comparable = Struct.new(:key, :name, :kind, :extra, :measurand, :says, :strength, :ends,
                              :adjective, keyword_init: true)

      class Comparable
        ALL = [
          new(key: "strength", name: "strength", says: "carries %s more than", strength: true, ends: true,
              adjective: "stronger"),
          new(key: "first_failure", name: "first failure", kind: "first_failure",
              says: "holds %s more until its first failure than", strength: true, ends: false,
              adjective: "later to fail first"),
          new(key: "yield", name: "yield", kind: "yield", says: "yields %s later than", strength: true, ends: false,
              adjective: "later to yield"),
          new(key: "residual", name: "residual", kind: "residual", says: "still carries %s more after the break than",
              strength: true, ends: false, adjective: "stronger after the break"),
          new(key: "energy", name: "energy", kind: "energy", extra: "to_peak_joules", measurand: "energy",
              says: "takes %s more to its peak than", strength: false, ends: true, adjective: "tougher"),
          new(key: "stiffness", name: "stiffness", kind: "stiffness", extra: "newtons_per_metre",
              measurand: "force_per_width", says: "is %s stiffer than", strength: false, ends: false,
              adjective: "stiffer")
        ].each(&:freeze).freeze

        # @return [Comparable]
        # @raise [InvalidInput]
        def self.find!(key)
          ALL.find { |one| one.key == key } ||
            raise(InvalidInput.new("“#{key}” is nothing to compare by; use #{ALL.map(&:key).join(', ')}",
                                   fields: { by: "must be one of #{ALL.map(&:key).join(', ')}" }))
        end

        # @param away [Quantity::FigureRule::Figure] how far, without its sign
        # @return [String] such as "“a” carries 0.42 kN more than “b”"
        def more(stronger, weaker, away) = "“#{stronger}” #{format(says, away)} “#{weaker}”"
      end
    end
  end
end
