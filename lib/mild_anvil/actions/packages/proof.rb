# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # What follows from something is made again from it, out of the package alone, before anything is taken.
      module Proof
        OTHER_RULES = "found by other rules than those of here"
        A_WORD = "rests on what somebody elsewhere typed"

        module_function

        # @param contents [Devices::Package::Contents] whose files are whole, and whose values fit
        # @return [Array<String>] what does not follow
        def problems(contents)
          [Curves, Values, Texts].flat_map { |part| part.new(contents).problems } + Chain.problems(contents)
        end

        # @param vouched [Vouched]
        # @return [Hash{Symbol => Hash{Integer => String}}] table => id in the package => why it is not proved here
        def unproved(contents, vouched)
          marks = { analyses: Curves.new(contents).other_rules.to_h { |id| [id, OTHER_RULES] } }
          marks[:measurements] = Values.new(contents).typed.to_h { |id| [id, A_WORD] } unless vouched.believed?
          marks
        end
      end
    end
  end
end
