# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # Everything that is wrong with a package, before anything of it is taken.
      module Sound
        module_function

        # @param contents [Devices::Package::Contents]
        # @return [Array<String>]
        def problems(contents, vouched = Vouched.new(contents))
          schema = contents.ours["schema"].to_i
          if schema > Store::Database.newest_schema
            return ["it was made by a later version (#{contents.ours['application'].to_s[0, 20]}): bring this one up " \
                    "to date first"]
          end

          return contents.problems if contents.problems.any?

          sealed = vouched.problems + Devices::Package::Signed.new(contents).problems + CarriedEvents.problems(contents)
          sealed.any? ? sealed : Proof.problems(contents)
        end
      end
    end
  end
end
